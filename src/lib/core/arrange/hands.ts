import { chordName } from '../pitch/chord';
import { midiOf } from '../pitch/pitch';
import { writeByMetre } from '../score/duration';
import { generatedNoteId, splitNoteId } from '../score/ids';
import type { Measure, Note, Part, PartUse, Rest, Score } from '../score/model';
import { endOf, metreLength, metreOffset } from '../score/time';
import { ticks, type Ticks } from '../units';
import { chordSpans } from './chord-spans';
import { voiceLeftHand, type LeftTask, type LeftVoicing } from './left-hand';
import { strikesOf } from './figures';
import { TEXTURES, type LeftTexture } from './textures.data';

/** Which staff of which part is the tune and which the left hand. */
export interface HandRoles {
  readonly tune: { readonly part: number; readonly staff: number };
  readonly left: { readonly part: number; readonly staff: number } | null;
}

/** Why something is as it is, for one measure, or for the piece when `measure` is null. */
export interface Reason {
  readonly measure: number | null;
  readonly sentence: string;
}

/**
 * What the teacher chose when importing; otherwise a part with one staff before a keyboard part is a voice, and has the
 * tune, and without one the upper staff has it.
 */
export function handRoles(parts: readonly Part[]): HandRoles {
  const staves = parts.flatMap((part, index) =>
    (part.uses ?? []).map((use, staff) => ({ part: index, staff, use })),
  );
  const tune = staves.find((each) => each.use === 'tune');
  if (tune) {
    const left = staves.findLast((each) => each.use === 'accompaniment');
    return {
      tune: { part: tune.part, staff: tune.staff },
      left: left ? { part: left.part, staff: left.staff } : null,
    };
  }
  const keyboard = parts.findIndex((part) => part.staves >= 2);
  const voice = parts.findIndex((part) => part.staves === 1);
  const tunePart = voice >= 0 && (keyboard < 0 || voice < keyboard) ? voice : Math.max(0, keyboard);
  return {
    tune: { part: tunePart, staff: 0 },
    left: keyboard >= 0 ? { part: keyboard, staff: 1 } : null,
  };
}

/** What each staff is for, to begin with: the tune, the accompaniment of the keyboard part, and the rest left out. */
export function suggestUses(parts: readonly Part[]): readonly (readonly PartUse[])[] {
  const { tune, left } = handRoles(parts);
  const accompaniment = left?.part ?? (parts.length === 2 ? 1 - tune.part : null);
  return parts.map((part, index) =>
    Array.from({ length: part.staves }, (_, staff): PartUse => {
      if (part.uses?.[staff]) return part.uses[staff];
      if (index === tune.part && staff === tune.staff) return 'tune';
      return index === accompaniment || part.staves > 1 ? 'accompaniment' : 'left-out';
    }),
  );
}

export interface Hand {
  readonly notes: readonly Note[];
  readonly rests: readonly Rest[];
}

/** The tune's staff, as it stands. */
export function rightHandOf(score: Score, { tune }: HandRoles): Hand {
  const onStaff = (event: Note | Rest) => event.part === tune.part && event.staff === tune.staff;
  return {
    notes: score.notes.filter(onStaff).map((note) => ({ ...note, part: 0, staff: 0 })),
    rests: score.rests.filter(onStaff).map((rest) => ({ ...rest, part: 0, staff: 0 })),
  };
}

/** The left hand measure by measure: the source's own where it is kept, otherwise made from the chords. */
export function leftHandOf(
  score: Score,
  roles: HandRoles,
  textures: readonly LeftTexture[],
  tune: readonly Note[],
): Hand & { readonly reasons: readonly Reason[] } {
  const isKept = (measure: number) => textures[measure] === 'as-written';
  const onStaff = (event: Note | Rest) =>
    event.part === roles.left?.part && event.staff >= roles.left.staff && isKept(event.measure);
  const lower = <T extends Note | Rest>(event: T): T => ({
    ...event,
    part: 0,
    staff: 1,
    voice: `L${event.voice}`,
  });
  const spans = chordSpans(score.measures, score.chords).filter((span) => !isKept(span.measure));
  const ceilings = lowestTuneKeys(spans, tune);
  const tasks = spans.map((span, index): LeftTask => ({
    span,
    texture: textures[span.measure] as LeftTask['texture'],
    ceiling: ceilings[index] ?? null,
  }));
  const voicings = voiceLeftHand(tasks);
  const written = new Map(
    voicings.map((voicing) => [`${voicing.span.measure}/${voicing.span.slot}`, voicing]),
  );
  const end = endOf(score.measures);
  const notes: Note[] = [];
  const rests: Rest[] = [];
  for (const { span } of tasks) {
    const voicing = written.get(`${span.measure}/${span.slot}`);
    const measure = score.measures[span.measure]!;
    const place = { part: 0, staff: 1, voice: 'L', measure: span.measure };
    if (span.duration === metreLength(measure.time) && !voicing) {
      rests.push({
        ...place,
        at: measure.start,
        duration: measure.length,
        tuplet: null,
        isWholeMeasure: true,
      });
      continue;
    }
    const offset = metreOffset(score.measures, span.measure);
    const pieces = writeByMetre(ticks(span.at - measure.start + offset), span.duration, measure.time);
    const at = (piece: number) => ticks(pieces[piece]!.at - offset + measure.start);
    if (voicing)
      notes.push(...writeVoicing(voicing, place, measure, offset, span.at + span.duration === end));
    else
      rests.push(
        ...pieces.map((piece, index): Rest => ({
          ...place,
          at: at(index),
          duration: piece.duration,
          tuplet: null,
          isWholeMeasure: false,
        })),
      );
  }
  return {
    notes: [...score.notes.filter(onStaff).map(lower), ...notes],
    rests: [...score.rests.filter(onStaff).map(lower), ...rests],
    reasons: voicingReasons(voicings),
  };
}

/** The lowest key of the tune during each span; one pass, as both come in order of time. */
function lowestTuneKeys(
  spans: readonly { at: number; duration: number }[],
  tune: readonly Note[],
): readonly (number | null)[] {
  let first = 0;
  return spans.map((span) => {
    while (first < tune.length && tune[first]!.at + tune[first]!.duration <= span.at) first += 1;
    let lowest: number | null = null;
    for (let index = first; index < tune.length && tune[index]!.at < span.at + span.duration; index += 1) {
      const note = tune[index]!;
      if (note.at + note.duration > span.at || note.grace)
        lowest = Math.min(lowest ?? Infinity, midiOf(note.pitch));
    }
    return lowest;
  });
}

/** The strikes of a voicing's figure, each cut into written values where the metre asks for it. */
function writeVoicing(
  { span, texture, tones }: LeftVoicing,
  place: Pick<Note, 'part' | 'staff' | 'voice' | 'measure'>,
  measure: Measure,
  offset: Ticks,
  isEnd: boolean,
): readonly Note[] {
  const from = span.at - measure.start + offset;
  const isOverfull = from + span.duration > metreLength(measure.time);
  const strikes = strikesOf({
    figure: isOverfull ? 'held' : TEXTURES[texture].figure,
    size: tones.length,
    from,
    duration: span.duration,
    time: measure.time,
    isEnd,
  });
  return strikes.flatMap((strike, order) =>
    strike.tones.flatMap((index) => {
      const { pitch, role } = tones[index]!;
      const id = generatedNoteId(span.measure, 'left', span.slot, order === 0 ? role : `${role}x${order}`);
      const pieces = writeByMetre(strike.at, strike.duration, measure.time);
      return pieces.map((piece, part): Note => ({
        ...place,
        at: ticks(piece.at - offset + measure.start),
        duration: piece.duration,
        id: splitNoteId(id, part),
        pitch,
        tieTo: part + 1 < pieces.length ? splitNoteId(id, part + 1) : null,
        grace: null,
        tuplet: null,
        articulations: [],
        finger: null,
        lyrics: [],
      }));
    }),
  );
}

function voicingReasons(voicings: readonly LeftVoicing[]): readonly Reason[] {
  return voicings.map((voicing, index) => {
    const name = voicing.span.chord ? chordName(voicing.span.chord) : '';
    const before = voicings[index - 1];
    const kept = before
      ? voicing.tones.filter(({ pitch }) => before.tones.some((each) => midiOf(each.pitch) === midiOf(pitch)))
          .length
      : 0;
    const position =
      ['root position', 'first inversion', 'second inversion'][inversionOf(voicing)] ?? 'over a foreign bass';
    const isTriad = TEXTURES[voicing.texture].stack === 'triad';
    const how = isTriad ? ` in ${position}` : '';
    const why = !before
      ? 'near the middle of its register'
      : kept > 0
        ? `keeping ${kept === 1 ? 'one note' : `${kept} notes`} of the chord before`
        : 'the least movement over the whole progression';
    return { measure: voicing.span.measure, sentence: `${name}${how}: ${why}.` };
  });
}

function inversionOf({ tones }: LeftVoicing): number {
  const order: Readonly<Record<string, number>> = { t1: 0, t3: 1, t2: 1, t4: 1, t5: 2 };
  return order[tones[0]?.role ?? ''] ?? 3;
}
