import { weightsOf } from './weights.data';
import { midiOf, spellingLabel } from '../pitch/pitch';
import { measureNumber } from '../score/by-measure';
import type { Note } from '../score/model';
import { contextFor, inOrder, touchesOf, type FingeredLine } from './finger-line';
import { runOf, solveRun, type FingerScoreTask } from './finger-score';
import { onsetsOf, struckPlaces, type RunOnset } from './onsets';
import { isShift } from './shift';
import type { Run } from './runs';
import { termsOf, type Term } from './terms';
import { FINGERING_STYLES, type FingeringStyle } from '../document/choices/fingering-styles.data';

/** Another finger for one note, with what it costs over the whole run and why. */
export interface OtherFinger {
  readonly finger: number;
  readonly extra: number;
  readonly because: string;
}

/** Another way through the whole run. */
export interface PhraseAlternative {
  readonly label: string;
  readonly extra: number;
  /** Fingers of the run from its first note on, as they would be read. */
  readonly text: string;
  /** The notes that would take another finger. */
  readonly changes: readonly { readonly note: string; readonly finger: number }[];
}

/** Why one note has its finger. */
export interface FingerWhy {
  readonly note: string;
  readonly finger: number;
  readonly then: number | null;
  readonly sentence: string;
  /** What the rules charge the run, largest first. */
  readonly terms: readonly Term[];
  readonly others: readonly OtherFinger[];
  readonly now: string;
  readonly phrase: readonly PhraseAlternative[];
}

const MOST_OTHERS = 3;
/** What costs more beyond the best is no alternative. */
const WORTH_SAYING = 1500;

/** `brief` leaves out the terms, what speaks against each way, and the phrase: what takes solving again. */
export type ExplainDepth = 'brief' | 'full';

/** A sentence, the terms and the alternatives for one note; null where it is not struck by the learner's hands. */
export function explainFinger(
  task: FingerScoreTask,
  noteId: string,
  depth: ExplainDepth = 'full',
): FingerWhy | null {
  const found = runOf(task, noteId);
  if (!found) return null;
  const { run, set } = found;
  const onsets = onsetsOf(run, set);
  const index = run.touches.findIndex(({ struck }) => struck.some((note) => note.id === noteId));
  const struck = struckPlaces(run.touches[index]!, onsets[index]!).find(({ note }) => note.id === noteId);
  if (!struck) return null;
  const { place } = struck;
  const solved = solveRun(run, onsets, task);
  const finger = solved.lowToHigh[index]![place]!;
  const next = onsets[index + 1];
  const later = next?.isHeldOn ? solved.lowToHigh[index + 1]![0]! : finger;
  const isPinned = task.pinned.has(noteId);
  // Fingers taken over from an earlier measure stand by habit only: alternatives are looked for without them.
  const free = set.has(noteId) ? solveRun(run, onsetsOf(run, task.pinned), task) : solved;
  const nearest = isPinned ? [] : nearestFingers(run, free, index, place, finger);
  const base = {
    note: noteId,
    finger,
    then: later === finger ? null : later,
    sentence:
      sentenceFor(task, run, onsets, solved, index, place) + asBefore(task, struck.note, found.copied()),
    now: textOf(run, solved),
  };
  if (depth === 'brief')
    return { ...base, terms: [], phrase: [], others: nearest.map((other) => ({ ...other, because: '' })) };
  const terms = termsFor(task, run, onsets, solved.fingers);
  const others = nearest.map((other): Candidate => {
    const again = solveRun(run, withFinger(onsets, index, place, other.finger), task);
    return { ...other, because: becauseOf(terms, termsFor(task, run, onsets, again.fingers)), solved: again };
  });
  return {
    ...base,
    terms,
    others: others.map(({ finger: each, extra, because }) => ({ finger: each, extra, because })),
    phrase: phraseAlternatives(task, run, onsets, solved, others),
  };
}

/** A finger that was taken over says from where. */
function asBefore(
  { measures, twinOf, pinned }: FingerScoreTask,
  note: Note,
  copied: ReadonlyMap<string, number>,
): string {
  const first = twinOf[note.measure] ?? note.measure;
  if (first === note.measure || pinned.has(note.id) || !copied.has(note.id)) return '';
  return ` As in measure ${measureNumber(measures, first)}, which comes back here.`;
}

function termsFor(
  { size, style }: FingerScoreTask,
  { hand, isTune }: Run,
  onsets: readonly RunOnset[],
  fingers: FingeredLine['fingers'],
): readonly Term[] {
  const context = contextFor(hand, size[hand].largest, weightsOf(style));
  return termsOf(context, touchesOf({ hand, onsets, isTune }), fingers);
}

/** The same run with one finger held to another: solved anew, so that what follows fits. */
function withFinger(
  onsets: readonly RunOnset[],
  index: number,
  place: number,
  finger: number,
): readonly RunOnset[] {
  return onsets.map((onset, each) =>
    each === index
      ? { ...onset, pinned: onset.pinned.map((pin, at) => (at === place ? finger : pin)) }
      : onset,
  );
}

interface Candidate extends OtherFinger {
  readonly solved: FingeredLine;
}

/** The fingers that would cost least beyond the chosen one, by the margins of the run. */
function nearestFingers(
  { hand }: Run,
  solved: FingeredLine,
  index: number,
  place: number,
  chosen: number,
): readonly { readonly finger: number; readonly extra: number }[] {
  const best = new Map<number, number>();
  for (const { fingers, extra } of solved.margins[index]!) {
    const finger = inOrder(fingers, hand)[place]!;
    if (finger !== chosen) best.set(finger, Math.min(best.get(finger) ?? Infinity, extra));
  }
  return [...best]
    .map(([finger, extra]) => ({ finger, extra: Math.max(0, extra) }))
    .filter(({ extra }) => extra < WORTH_SAYING)
    .sort((a, b) => a.extra - b.extra || a.finger - b.finger)
    .slice(0, MOST_OTHERS);
}

/** The rule that speaks most against a way; empty where none does. */
function becauseOf(chosen: readonly Term[], other: readonly Term[]): string {
  const before = new Map(chosen.map(({ label, points }) => [label, points]));
  const worse = other
    .map(({ label, points }) => ({ label, more: points - (before.get(label) ?? 0) }))
    .sort((a, b) => b.more - a.more)[0];
  return worse && worse.more > 0 ? worse.label : '';
}

const PHRASE_STYLES: readonly FingeringStyle[] = ['smooth', 'position', 'strong', 'same-figure'];

/** Whole-run ways: with the note's next best fingers, and by the other styles. */
function phraseAlternatives(
  task: FingerScoreTask,
  run: Run,
  onsets: readonly RunOnset[],
  solved: FingeredLine,
  others: readonly Candidate[],
): readonly PhraseAlternative[] {
  const found = new Map<string, PhraseAlternative>();
  const offer = (label: string, extra: number, other: FingeredLine) => {
    const changes = changesBetween(run, onsets, solved, other);
    const text = textOf(run, other);
    if (changes.length > 0 && !found.has(text)) found.set(text, { label, extra, text, changes });
  };
  for (const { finger, extra, solved: other } of others.slice(0, 2))
    offer(`with ${finger} on this note`, extra, other);
  const cost = priceIn(task, run, onsets, solved);
  for (const style of PHRASE_STYLES) {
    if (style === task.style) continue;
    const other = solveRun(run, onsets, { ...task, style });
    offer(FINGERING_STYLES[style].label, Math.max(0, priceIn(task, run, onsets, other) - cost), other);
  }
  return [...found.values()];
}

function priceIn(task: FingerScoreTask, run: Run, onsets: readonly RunOnset[], line: FingeredLine): number {
  return termsFor(task, run, onsets, line.fingers).reduce((sum, { points }) => sum + points, 0);
}

function changesBetween(
  run: Run,
  onsets: readonly RunOnset[],
  now: FingeredLine,
  other: FingeredLine,
): PhraseAlternative['changes'] {
  return onsets.flatMap((onset, index) =>
    onset.isHeldOn
      ? []
      : struckPlaces(run.touches[index]!, onset).flatMap(({ note, place }) => {
          const finger = other.lowToHigh[index]![place]!;
          return finger === now.lowToHigh[index]![place] ? [] : [{ note: note.id as string, finger }];
        }),
  );
}

/** Fingers touch by touch, chords low to high. */
function textOf({ touches }: Run, { lowToHigh }: FingeredLine): string {
  return lowToHigh
    .flatMap((fingers, index) => (touches[index]!.isHeldOn ? [] : [fingers.join('')]))
    .join(' ');
}

function sentenceFor(
  task: FingerScoreTask,
  { hand, touches }: Run,
  onsets: readonly RunOnset[],
  { lowToHigh }: FingeredLine,
  index: number,
  place: number,
): string {
  const { all } = onsets[index]!;
  const note = all[place]!;
  const fingers = lowToHigh[index]!;
  const finger = fingers[place]!;
  const name = spellingLabel(note.pitch);
  if (task.pinned.has(note.id))
    return `${finger} stands on ${name}: it was set by hand or came with the score.`;
  const next = onsets[index + 1];
  if (next?.isHeldOn && lowToHigh[index + 1]![0] !== finger)
    return `${finger} strikes ${name} and ${lowToHigh[index + 1]![0]} takes it over while it is held, so that the hand is ready for what follows.`;
  if (all.length > 1) return chordSentence(all, fingers, touches[index]!.held.length > 0);
  const before = index > 0 ? onsets[index - 1]! : null;
  if (!before) return openingSentence(name, finger, onsets, lowToHigh, hand);
  if (before.all.length > 1) return `${finger} on ${name} is the nearest finger after the chord.`;
  const last = before.all[0]!;
  const from = lowToHigh[index - 1]![0]!;
  const semitones = midiOf(note.pitch) - midiOf(last.pitch);
  const toward = hand === 'right' ? semitones : -semitones;
  const lastName = spellingLabel(last.pitch);
  if (semitones === 0)
    return finger === from
      ? `The same key again, so the same finger: ${finger}.`
      : `${finger} takes ${name} again: the hand moves on the repeated note.`;
  if (finger === from) return `${finger} goes over from ${lastName} to ${name}: the hand moves as a whole.`;
  if (finger === 1 && toward > 0)
    return `The thumb passes under ${from} to ${name}, and the hand goes on from there.`;
  if (from === 1 && toward < 0)
    return `${finger} passes over the thumb to ${name}, and the hand goes on from there.`;
  const isMoved = isShift(
    { fingers: lowToHigh[index - 1]!, notes: before.all },
    { fingers, notes: all },
    hand,
  );
  if (!isMoved) return `${finger} lies over ${name} already: the hand stays where it is.`;
  return Math.abs(semitones) > 4
    ? `The hand opens from ${from} on ${lastName} to ${finger} on ${name}.`
    : `The hand shifts a little: ${finger} on ${name} leaves fingers for what follows.`;
}

function openingSentence(
  name: string,
  finger: number,
  onsets: readonly RunOnset[],
  lowToHigh: FingeredLine['lowToHigh'],
  hand: 'right' | 'left',
): string {
  let stays = 1;
  while (
    stays < onsets.length &&
    onsets[stays]!.all.length === 1 &&
    !isShift(
      { fingers: lowToHigh[stays - 1]!, notes: onsets[stays - 1]!.all },
      { fingers: lowToHigh[stays]!, notes: onsets[stays]!.all },
      hand,
    )
  )
    stays += 1;
  return stays > 1
    ? `${finger} begins on ${name}: from there ${stays} notes lie under the hand.`
    : `${finger} begins on ${name}.`;
}

function chordSentence(notes: readonly Note[], fingers: readonly number[], isHolding: boolean): string {
  const names = notes.map((note) => spellingLabel(note.pitch)).join(' ');
  const shape = fingers.join('-');
  if (isHolding)
    return `${shape} on ${names}: a key that is held keeps its finger, and the others fit round it.`;
  if (notes.length === 3) {
    const [low = 0, middle = 0, high = 0] = notes.map((note): number => midiOf(note.pitch));
    const position =
      middle - low >= 5 ? 'second inversion' : high - middle >= 5 ? 'first inversion' : 'root position';
    return `${shape} on ${names}: the hand’s shape for a triad in ${position}.`;
  }
  return `${shape} on ${names}: the fingers that lie nearest to its gaps.`;
}
