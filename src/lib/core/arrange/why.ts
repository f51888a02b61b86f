import type { Pin } from '../document/pins/registry';
import { texturePin } from '../document/pins/texture';
import { rightTexturePin } from '../document/pins/right-texture';
import type { Rung } from '../limits/registry';
import { chordLabel } from '../pitch/chord';
import { midiOf, pitchLabel } from '../pitch/pitch';
import { measureLoad } from '../load/load';
import type { Note } from '../score/model';
import { TICKS_PER_WHOLE } from '../units';
import type { Candidate } from '../ladder/candidates';
import type { Choice } from '../ladder/choose';
import type { Loss } from '../score/losses';
import type { SolvedRung } from '../ladder/rung-task';
import { leftRank, rightRank, textureLabel } from '../document/choices/textures.data';
import { inversionOf, type ChordVoicing } from '../voicing/voice-chords';

/** Another way that was weighed, with what speaks against it and the pins that would take it. */
export interface Alternative {
  readonly label: string;
  readonly against: string;
  /** Points that it costs beyond the choice, over the whole piece. */
  readonly extra: number | null;
  readonly put: readonly Pin[];
}

/** Why one measure is as it is. */
export interface Why {
  readonly measure: number;
  readonly sentences: readonly string[];
  readonly alternatives: readonly Alternative[];
  readonly losses: readonly Loss[];
}

const MOST_ALTERNATIVES = 5;

/**
 * A sentence on what each hand plays, what was given up for it, and the other ways with their price. `sounding` is what the
 * hands have in the end, so that no note is spoken of that is not there.
 */
export function explain(
  measure: number,
  sourceMeasure: number,
  solved: SolvedRung,
  rung: Rung,
  voicing: ChordVoicing | null,
  sounding: readonly Note[],
): Why {
  const choice = solved.choices[measure]!;
  const { candidate } = choice;
  const losses = [...candidate.right.music.losses, ...candidate.left.music.losses];
  return {
    measure,
    losses,
    sentences: [
      ...handSentences(candidate, rung, sounding),
      ...(voicing ? voicingSentence(voicing, sounding) : []),
      ...(candidate.isFromAbove ? ['The rung above plays it the same way.'] : []),
    ],
    alternatives: alternativesOf(choice, solved.candidates[measure]!, sourceMeasure),
  };
}

function handSentences({ right, left }: Candidate, rung: Rung, sounding: readonly Note[]): readonly string[] {
  const lost = right.music.losses.filter((loss) => loss.kind === 'left-out').length;
  const isSimplified = right.music.losses.some(({ kind }) => kind === 'left-out' || kind === 'joined');
  const values = isSimplified ? shortestValue(sounding.filter((note) => note.staff === 0)) : null;
  const rhythm = values ? `, nothing shorter than ${values}` : '';
  return [
    `Right hand: ${textureLabel(right.texture)}${rhythm}${lost > 0 ? `, ${lost} ${lost === 1 ? 'note' : 'notes'} left out` : ''}.`,
    `Left hand: ${textureLabel(left.texture)}${leftRank(left.texture) <= rung.leftTextures ? `, which rung “${rung.name}” takes` : ''}.`,
  ];
}

const VALUE_WORDS: readonly (readonly [ticks: number, words: string])[] = [
  [TICKS_PER_WHOLE / 16, 'sixteenths'],
  [TICKS_PER_WHOLE / 8, 'eighths'],
  [TICKS_PER_WHOLE / 4, 'quarters'],
  [TICKS_PER_WHOLE / 2, 'halves'],
];

/** The shortest value that is played, in words; null where it has no plain name. */
function shortestValue(notes: readonly Note[]): string | null {
  const own = notes.filter((note) => !note.grace);
  if (own.length === 0 || own.some(({ tuplet }) => tuplet !== null)) return null;
  const shortest = Math.min(...own.map((note) => note.duration));
  return VALUE_WORDS.findLast(([length]) => length <= shortest)?.[1] ?? null;
}

/** How a chord lies, where what was voiced is what sounds; nothing where a hand or a pin has changed it. */
function voicingSentence({ span, tones }: ChordVoicing, sounding: readonly Note[]): readonly string[] {
  const end = span.at + span.duration;
  const heard = sounding.filter((note) => note.staff === 1 && note.at >= span.at && note.at < end);
  const keys = [...new Map(heard.map(({ pitch }) => [midiOf(pitch), pitch])).values()].sort(
    (a, b) => midiOf(a) - midiOf(b),
  );
  if (keys.length === 0 || span.chord?.kind !== 'chord') return [];
  const name = chordLabel(span.chord);
  const isAsVoiced =
    keys.length === tones.length &&
    tones.every(({ pitch }) => keys.some((key) => midiOf(key) === midiOf(pitch)));
  const position = ['root position', 'first inversion', 'second inversion'][inversionOf({ tones })];
  const how = isAsVoiced && tones.length > 2 ? ` in ${position ?? 'its own bass'}` : '';
  const why = isAsVoiced ? ': the least movement over the whole progression' : '';
  return [`${name}${how} is ${keys.map((key) => pitchLabel(key)).join(' ')}${why}.`];
}

function alternativesOf(
  choice: Choice,
  candidates: readonly Candidate[],
  measure: number,
): readonly Alternative[] {
  const named = new Map<string, Alternative>();
  const chosen = nameOf(choice.candidate);
  for (const [index, candidate] of candidates.entries()) {
    const name = nameOf(candidate);
    const extra = choice.extra[index] ?? null;
    if (name === chosen || candidate === choice.candidate) continue;
    const known = named.get(name);
    if (known && (known.extra ?? Infinity) <= (extra ?? Infinity)) continue;
    named.set(name, {
      label: labelOf(candidate, choice.candidate),
      against: againstIt(candidate, choice.candidate, extra),
      extra,
      put: [
        ...(candidate.left.texture === choice.candidate.left.texture
          ? []
          : [texturePin(measure, candidate.left.texture)]),
        ...(candidate.right.texture === choice.candidate.right.texture
          ? []
          : [rightTexturePin(measure, candidate.right.texture)]),
      ],
    });
  }
  return [...named.values()]
    .filter((each) => each.put.length > 0)
    .sort((a, b) => (a.extra ?? Infinity) - (b.extra ?? Infinity))
    .slice(0, MOST_ALTERNATIVES);
}

function nameOf({ left, right }: Candidate): string {
  return `${left.texture}/${right.texture}`;
}

function labelOf(candidate: Candidate, chosen: Candidate): string {
  const parts = [
    ...(candidate.left.texture === chosen.left.texture
      ? []
      : [`left hand: ${textureLabel(candidate.left.texture)}`]),
    ...(candidate.right.texture === chosen.right.texture
      ? []
      : [`right hand: ${textureLabel(candidate.right.texture)}`]),
  ];
  return parts.join(', ');
}

function againstIt(candidate: Candidate, chosen: Candidate, extra: number | null): string {
  const [first] = [...candidate.right.breaks, ...candidate.left.breaks];
  if (first) return first.sentence;
  if (extra === null) return 'it weighs more than the rung above';
  const losses = [...candidate.right.music.losses, ...candidate.left.music.losses].filter(
    (loss) => loss.kind === 'left-out',
  ).length;
  if (losses > 0) return `${losses} ${losses === 1 ? 'note' : 'notes'} would be lost`;
  const rank = ({ left, right }: Candidate) => leftRank(left.texture) + rightRank(right.texture);
  const weight = ({ leftBase, rightBase }: Candidate) => measureLoad(rightBase, leftBase);
  const change =
    rank(candidate) < rank(chosen) ? 'plainer' : rank(candidate) > rank(chosen) ? 'richer' : 'as rich';
  // By itself, so that it is compared and not set beside the measure's load, which has the pedal and the way there in it.
  const more = weight(candidate) - weight(chosen);
  if (more === 0) return `${change}, as heavy`;
  return `${change}, load ${Math.abs(more)} ${more > 0 ? 'higher' : 'lower'}`;
}
