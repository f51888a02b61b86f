import type { VoicingStyle } from '../document/choices/voicing-styles.data';
import { type HandSpan, canReach } from '../hands/reach';
import { bassOf, chordName, spellChord, tonesOf, type NamedChord } from '../pitch/chord';
import { diatonicIndex, midiOf, pitchClassOf, type Pitch, type Spelling } from '../pitch/pitch';
import type { Position } from '../hands/position';
import { totalMovement } from './movement';
import { BROKEN, fifthOver, shapesOf, type Room, type ShapeTone } from './chord-shapes';
import type { ChordSpan } from './chord-spans';
import type { HandName } from '../hands/hand';
import { isMuddy, worstPair } from '../hands/mud';
import type { RegisterWindow, TextureFacts } from '../document/choices/textures.data';
import { tiedPath } from './tied-path';

/** One chord span to be voiced, and what binds it. */
export interface VoiceTask {
  readonly span: ChordSpan;
  readonly texture: TextureFacts;
  readonly hand: HandName;
  /** The nearest key that the other hand plays meanwhile: the left hand keeps below it, the right above. */
  readonly otherHand: number | null;
  readonly reach: HandSpan;
  /** Widest notes together by the rung, in semitones; null for the hand's own. */
  readonly widest: number | null;
  /** Five letters that the hand stays on; null where it may move. */
  readonly position: Position | null;
  /** How much of the chord the hand has room for. */
  readonly room: Room;
  /** Whether the root, or the note after the slash, must be lowest (a section opens or closes here), should, or need not. */
  readonly standsOnBass: 'must' | 'should' | 'may';
  /** The teacher's own notes for it, low to high; null where it is voiced here. */
  readonly byHand: readonly Pitch[] | null;
}

/** What a hand has for one chord span: the notes of its stack, in the order in which figures count them. */
export interface ChordVoicing {
  readonly span: ChordSpan;
  readonly texture: TextureFacts;
  readonly tones: readonly Tone[];
}

export interface Tone {
  readonly pitch: Pitch;
  readonly role: string;
}

/** One way to stack a chord, with what does not depend on where it stands. */
interface Stacked {
  readonly tones: readonly Tone[];
  readonly inversion: number;
  readonly missing: number;
  readonly isWithoutOctave: boolean;
  /** Low to high, as MIDI numbers. */
  readonly keys: readonly number[];
  readonly lowStep: number;
  readonly highStep: number;
  /** Outer keys of what is struck at once, and whether they blur. */
  readonly struck: readonly [number, number];
  readonly isMuddy: boolean;
  readonly isBassLowest: boolean;
}

export interface Option extends Stacked {
  readonly cost: number;
}

/** Costs in quarters of a semitone of movement, so that they stay whole. */
export const COSTS = {
  semitoneMoved: 4,
  outsideWindow: 800,
  towardsOtherHand: 240,
  mud: 600,
  tooWide: 900,
  outsidePosition: 500,
  notTheBass: 60,
  offTheBass: { must: 1300, should: 60, may: 0 },
  /** A root triad that is not in root position. */
  turnedTriad: 120,
  /** A tone that tells the chord and is not heard. */
  toneMissing: 160,
  /** A pattern that comes round before its beats do. */
  placeUnfilled: 300,
  perSemitoneFromHome: 1,
  inversions: [0, 2, 6, 6],
} as const;

/**
 * Voices a hand over the whole progression: least movement, common tones kept, inside the texture's register window, in
 * reach, clear of mud and of the other hand. What repeats is voiced once: `twinOf` names for each task the first that is voiced
 * alike, or itself. Spans without a chord are left out (the hand rests). O(chords × options²).
 */
export function voiceChords(
  tasks: readonly VoiceTask[],
  style: VoicingStyle = 'nearest',
  twinOf: readonly number[] = tasks.map((_, index) => index),
): readonly ChordVoicing[] {
  const places = new Map<number, number>();
  const voiced = tasks.flatMap((task, index) => {
    const { chord } = task.span;
    if (chord?.kind !== 'chord') return [];
    places.set(index, places.size);
    return [{ task, chord, options: voicingOptions(task, chord, style), twin: twinOf[index]! }];
  });
  const twins = voiced.map(({ twin, options }, index) => {
    const first = places.get(twin) ?? index;
    return voiced[first]!.options.length === options.length ? first : index;
  });
  const options = withoutHopeless(
    voiced.map((each) => each.options),
    twins,
  );
  let chosen = choose(options, twins);
  if (style === 'same-shape') {
    const shapes = usualShapes(
      voiced.map(({ chord }) => chord),
      chosen,
    );
    const usual = options.map((own, index) => {
      const same = own.filter((option) => option.inversion === shapes.get(chordName(voiced[index]!.chord)));
      return same.length > 0 ? same : own;
    });
    chosen = choose(
      usual,
      twins.map((first, index) => (usual[first]!.length === usual[index]!.length ? first : index)),
    );
  }
  return voiced.map(({ task }, index) => ({
    span: task.span,
    texture: task.texture,
    tones: chosen[index]!.tones,
  }));
}

function choose(progression: readonly (readonly Option[])[], twinOf: readonly number[]): readonly Option[] {
  const moves = progression.map((to, step) => {
    const from = progression[step - 1] ?? [];
    return Int32Array.from({ length: from.length * to.length }, (_, at) => {
      const [a, b] = [from[Math.floor(at / to.length)]!, to[at % to.length]!];
      return COSTS.semitoneMoved * totalMovement(a.keys, b.keys);
    });
  });
  const path = tiedPath({
    nodes: progression.map((options) => options.map(({ cost }) => cost)),
    edges: moves,
    twinOf,
  });
  return path.map((option, index) => progression[index]![option]!);
}

/** Beyond this a shape is never made good by moving less: it is 75 semitones on either side. */
const WORTH_MOVING = 600;

/** The shapes that can be part of a best way, the same of all that are voiced alike. */
function withoutHopeless(
  progression: readonly (readonly Option[])[],
  twinOf: readonly number[],
): readonly (readonly Option[])[] {
  const sums = new Map<number, { readonly costs: number[]; count: number }>();
  for (const [index, options] of progression.entries()) {
    const own = sums.get(twinOf[index]!);
    if (own) {
      for (const [at, { cost }] of options.entries()) own.costs[at]! += cost;
      own.count += 1;
    } else sums.set(twinOf[index]!, { costs: options.map(({ cost }) => cost), count: 1 });
  }
  return progression.map((options, index) => {
    const { costs, count } = sums.get(twinOf[index]!)!;
    const cheapest = Math.min(...costs);
    return options.filter((_, at) => costs[at]! <= cheapest + count * WORTH_MOVING);
  });
}

/** For each chord the inversion that it was given most often; the first of those that tie. */
function usualShapes(chords: readonly NamedChord[], chosen: readonly Option[]): ReadonlyMap<string, number> {
  const counts = new Map<string, Map<number, number>>();
  for (const [index, chord] of chords.entries()) {
    const own = counts.get(chordName(chord)) ?? new Map<number, number>();
    const { inversion } = chosen[index]!;
    own.set(inversion, (own.get(inversion) ?? 0) + 1);
    counts.set(chordName(chord), own);
  }
  return new Map(
    [...counts].map(([name, own]) => [name, [...own].reduce((a, b) => (b[1] > a[1] ? b : a))[0]]),
  );
}

/** Stacks of a chord by texture; there are few of either. */
const stacked = new Map<string, readonly Stacked[]>();
const MOST_KEPT = 4_000;

function stacksOf(
  { stack, window, figure }: TextureFacts,
  chord: NamedChord,
  room: Room,
): readonly Stacked[] {
  const name = [
    ...[stack, figure, window.lowest, window.highest, chordName(chord)],
    ...[room.atOnce, room.inTurn, room.isPlain, room.isOverBass],
  ].join('/');
  const known = stacked.get(name);
  if (known) return known;
  const shapes = shapesOf(stack, figure, chord, room);
  const stacks =
    stack === 'low-root-triad'
      ? lowRootStacks(chord, shapes, window, figure === 'swing')
      : shapes.flatMap((shape) =>
          OCTAVES.map((octave) => ({ ...shape, tones: stackFrom(shape.tones, octave) })),
        );
  const made = stacks.flatMap(({ tones, inversion, missing, isWithoutOctave = false }): Stacked[] => {
    const keys = tones.map(({ pitch }) => midiOf(pitch));
    if (Math.min(...keys) < LOWEST_KEY || Math.max(...keys) > HIGHEST_KEY) return [];
    // Bass and chord of a moving texture do not sound together; what is struck at once is judged.
    const together = stack === 'low-root-triad' ? tones.filter(({ role }) => /^t/.test(role)) : tones;
    return [{ ...stackedAs(tones, chord, together), inversion, missing, isWithoutOctave }];
  });
  if (stacked.size >= MOST_KEPT) stacked.clear();
  stacked.set(name, made);
  return made;
}

/** What there is to know of a stack wherever it stands; `together` is what of it is struck at once. */
function stackedAs(tones: readonly Tone[], chord: NamedChord, together = tones): Stacked {
  const keysOf = (own: readonly Tone[]) => own.map(({ pitch }) => midiOf(pitch)).sort((a, b) => a - b);
  const struck = keysOf(together);
  const steps = tones.map(({ pitch }) => diatonicIndex(pitch));
  return {
    tones,
    inversion: Math.min(inversionOf({ tones }), COSTS.inversions.length - 1),
    missing: 0,
    isWithoutOctave: false,
    keys: keysOf(tones),
    lowStep: Math.min(...steps),
    highStep: Math.max(...steps),
    struck: [struck[0]!, struck.at(-1)!],
    isMuddy: isMuddy(worstPair(together.map(({ pitch }) => pitch))),
    isBassLowest: pitchClassOf(tones[0]!.pitch) === pitchClassOf(bassOf(chord)),
  };
}

/** The teacher's notes with the part that each has in the chord; the lowest note of a moving figure is its bass. */
function tonesByHand(pitches: readonly Pitch[], chord: NamedChord): readonly Tone[] {
  const spelled = spellChord({ ...chord, bass: null });
  const degrees = tonesOf(chord.quality);
  const taken = new Map<string, number>();
  return [...pitches]
    .sort((a, b) => midiOf(a) - midiOf(b))
    .map((pitch) => {
      const place = spelled.findIndex((tone) => pitchClassOf(tone) === pitchClassOf(pitch));
      const role = place < 0 ? 'bass' : `t${degrees[place]!.degree}`;
      const times = taken.get(role) ?? 0;
      taken.set(role, times + 1);
      return { pitch, role: times === 0 ? role : `${role}o${times}` };
    });
}

const priced = new WeakMap<readonly Stacked[], Map<string, readonly Option[]>>();

/** Every shape that could be played for a chord, with what each costs by itself. */
export function voicingOptions(task: VoiceTask, chord: NamedChord, style: VoicingStyle): readonly Option[] {
  if (task.byHand) return [{ ...stackedAs(tonesByHand(task.byHand, chord), chord), cost: 0 }];
  const stacks = stacksOf(task.texture, chord, task.room);
  const known = priced.get(stacks) ?? new Map<string, readonly Option[]>();
  priced.set(stacks, known);
  const { hand, otherHand, reach, widest, position, standsOnBass } = task;
  const name = [
    ...[style, hand, otherHand, reach.comfortable, reach.largest, widest, standsOnBass],
    ...[position?.low, position?.high, task.texture.home],
  ].join('/');
  const options = known.get(name) ?? priceStacks(task, stacks, style);
  known.set(name, options);
  return options;
}

function priceStacks(task: VoiceTask, stacks: readonly Stacked[], style: VoicingStyle): readonly Option[] {
  const inRoot = style === 'root' ? stacks.filter(({ inversion }) => inversion === 0) : [];
  // Over a low root no root position may lie in the chord's window: the nearest inversion is better than silence.
  const allowed = inRoot.length > 0 ? inRoot : stacks;
  return allowed.map((each): Option => ({ ...each, cost: costOf(task, each) }));
}

function costOf(task: VoiceTask, each: Stacked): number {
  const { stack, window, home, figure } = task.texture;
  const [lowest, highest] = [each.keys[0]!, each.keys.at(-1)!];
  const [low, high] = each.struck;
  // The octave of a filled pattern is for hands that reach it.
  const isTooWide = BROKEN.includes(figure)
    ? figure === 'filled' && !canReach(low, high, task.reach.largest)
    : !canReach(low, high, task.reach.comfortable) || (task.widest !== null && high - low > task.widest);
  const { otherHand, position } = task;
  const overlap =
    otherHand === null
      ? 0
      : task.hand === 'left'
        ? Math.max(0, highest - otherHand + 1)
        : Math.max(0, otherHand - lowest + 1);
  const isOutside = position !== null && (each.lowStep < position.low || each.highStep > position.high);
  return (
    (position === null && (lowest < window.lowest || lowest > window.highest) ? COSTS.outsideWindow : 0) +
    (each.isMuddy ? COSTS.mud : 0) +
    (isTooWide ? COSTS.tooWide : 0) +
    (isOutside ? COSTS.outsidePosition : 0) +
    (stack === 'note-in-position' && !each.isBassLowest ? COSTS.notTheBass : 0) +
    (task.hand === 'left' && !each.isBassLowest ? COSTS.offTheBass[task.standsOnBass] : 0) +
    (stack === 'root-triad' && each.inversion > 0 ? COSTS.turnedTriad : 0) +
    each.missing * COSTS.toneMissing +
    (each.isWithoutOctave ? COSTS.placeUnfilled : 0) +
    overlap * COSTS.towardsOtherHand +
    (position === null ? Math.abs(lowest - home) * COSTS.perSemitoneFromHome : 0) +
    COSTS.inversions[each.inversion]!
  );
}

const OCTAVES = [1, 2, 3, 4, 5] as const;
const LOWEST_KEY = 28;
const HIGHEST_KEY = 84;
/** The chord over a low root lies around middle C, and this far above the root at least. */
const CHORD_WINDOW = { lowest: 45, highest: 57 };
const LEAST_GAP = 3;

/** A low root with every turn of the chord above it; a swing bass has the chord's fifth beside the root, too. */
function lowRootStacks(
  chord: NamedChord,
  shapes: ReturnType<typeof shapesOf>,
  window: RegisterWindow,
  hasLowFifth: boolean,
) {
  const root = bassOf(chord);
  const fifth = fifthOver(chord)?.spelling ?? root;
  return shapes
    .flatMap((shape) => OCTAVES.map((octave) => ({ ...shape, tones: stackFrom(shape.tones, octave) })))
    .filter(({ tones }) => isIn(CHORD_WINDOW, midiOf(tones[0]!.pitch)))
    .flatMap((shape) =>
      OCTAVES.flatMap((octave) => {
        const low: Pitch = { ...root, octave };
        if (!isIn(window, midiOf(low)) || midiOf(shape.tones[0]!.pitch) - midiOf(low) < LEAST_GAP) return [];
        const second = hasLowFifth ? [{ pitch: lowFifth(fifth, low, window.lowest), role: 'fifth' }] : [];
        return [{ ...shape, tones: [{ pitch: low, role: 'root' }, ...second, ...shape.tones] }];
      }),
    );
}

/** The fifth under the root where the register allows it, otherwise the one over it. */
function lowFifth(spelling: Spelling, root: Pitch, lowestKey: number): Pitch {
  const candidates = [root.octave - 1, root.octave, root.octave + 1].map((octave): Pitch => ({
    ...spelling,
    octave,
  }));
  const below = candidates.findLast((pitch) => midiOf(pitch) <= midiOf(root));
  return below && midiOf(below) >= lowestKey
    ? below
    : candidates.find((pitch) => midiOf(pitch) >= midiOf(root))!;
}

function isIn(window: RegisterWindow, key: number): boolean {
  return key >= window.lowest && key <= window.highest;
}

/** Stacks the notes upward, each in the nearest place above the one before. */
function stackFrom(shape: readonly ShapeTone[], octave: number): readonly Tone[] {
  const tones: Tone[] = [];
  for (const { spelling, role } of shape) {
    let pitch: Pitch = { ...spelling, octave };
    const below = tones.at(-1)?.pitch;
    while (below && midiOf(pitch) <= midiOf(below)) pitch = { ...pitch, octave: pitch.octave + 1 };
    tones.push({ pitch, role });
  }
  return tones;
}

/** 0 root position, 1 and 2 the inversions, 3 over a bass that is no chord note. */
export function inversionOf({ tones }: Pick<ChordVoicing, 'tones'>): number {
  const order: Readonly<Record<string, number>> = { root: 0, t1: 0, t3: 1, t2: 1, t4: 1, t5: 2 };
  return order[tones[0]?.role ?? ''] ?? 3;
}
