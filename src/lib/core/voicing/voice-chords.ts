import type { VoicingStyle } from '../document/choices/voicing-styles.data';
import { type HandSpan, canReach } from '../hands/reach';
import { bassOf, chordName, spellChord, tonesOf, type NamedChord } from '../pitch/chord';
import { diatonicIndex, midiOf, mod, pitchClassOf, type Pitch, type Spelling } from '../pitch/pitch';
import type { Position } from '../hands/position';
import { chooseVoicings, totalMovement, type Voicing } from './choose-voicings';
import type { ChordSpan } from './chord-spans';
import type { HandName } from '../hands/hand';
import { isMuddy, worstPair } from '../hands/mud';
import type { RegisterWindow, TextureFacts } from '../document/choices/textures.data';

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
  readonly keys: readonly number[];
  readonly lowStep: number;
  readonly highStep: number;
  /** Outer keys of what is struck at once, and whether they blur. */
  readonly struck: readonly [number, number];
  readonly isMuddy: boolean;
  readonly isBassLowest: boolean;
}

export interface Option extends Voicing, Stacked {}

/** Costs in quarters of a semitone of movement, so that they stay whole. */
export const COSTS = {
  semitoneMoved: 4,
  outsideWindow: 800,
  towardsOtherHand: 240,
  mud: 600,
  tooWide: 900,
  outsidePosition: 500,
  notTheBass: 60,
  perSemitoneFromHome: 1,
  inversions: [0, 2, 4],
} as const;

/**
 * Voices a hand over the whole progression: least movement, common tones kept, inside the texture's register window, in
 * reach, clear of mud and of the other hand. Spans without a chord are left out (the hand rests). O(chords × options²).
 */
export function voiceChords(
  tasks: readonly VoiceTask[],
  style: VoicingStyle = 'nearest',
): readonly ChordVoicing[] {
  const voiced = tasks.flatMap((task) => {
    const { chord } = task.span;
    return chord?.kind === 'chord' ? [{ task, chord, options: optionsFor(task, chord, style) }] : [];
  });
  const progression = voiced.map(({ options }) => options);
  let chosen = choose(progression);
  if (style === 'same-shape') {
    const shapes = usualShapes(
      voiced.map(({ chord }) => chord),
      chosen,
    );
    chosen = choose(
      voiced.map(({ chord, options }) => {
        const same = options.filter((option) => option.inversion === shapes.get(chordName(chord)));
        return same.length > 0 ? same : options;
      }),
    );
  }
  return voiced.map(({ task }, index) => ({
    span: task.span,
    texture: task.texture,
    tones: chosen[index]!.tones,
  }));
}

function choose(progression: readonly (readonly Option[])[]): readonly Option[] {
  return chooseVoicings(
    progression,
    (from, to) => COSTS.semitoneMoved * totalMovement(from, to),
  ) as readonly Option[];
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

function stacksOf({ stack, window, figure }: TextureFacts, chord: NamedChord): readonly Stacked[] {
  const name = `${stack}/${figure}/${window.lowest}/${window.highest}/${chordName(chord)}`;
  const known = stacked.get(name);
  if (known) return known;
  const stacks =
    stack === 'low-root-triad'
      ? lowRootStacks(chord, window, figure === 'swing')
      : shapesOf(stack, chord).flatMap((shape, inversion) =>
          OCTAVES.map((octave) => ({ tones: stackFrom(shape, octave), inversion })),
        );
  const bass = pitchClassOf(bassOf(chord));
  const made = stacks.flatMap(({ tones, inversion }): Stacked[] => {
    const keys = tones.map(({ pitch }) => midiOf(pitch)).sort((a, b) => a - b);
    if (keys[0]! < LOWEST_KEY || keys.at(-1)! > HIGHEST_KEY) return [];
    // Bass and chord of a moving texture do not sound together; what is struck at once is judged.
    const together = stack === 'low-root-triad' ? tones.filter(({ role }) => /^t/.test(role)) : tones;
    const struck = together.map(({ pitch }) => midiOf(pitch)).sort((a, b) => a - b);
    const steps = tones.map(({ pitch }) => diatonicIndex(pitch));
    return [
      {
        tones,
        inversion,
        keys,
        lowStep: Math.min(...steps),
        highStep: Math.max(...steps),
        struck: [struck[0]!, struck.at(-1)!],
        isMuddy: isMuddy(worstPair(together.map(({ pitch }) => pitch))),
        isBassLowest: pitchClassOf(tones[0]!.pitch) === bass,
      },
    ];
  });
  if (stacked.size >= MOST_KEPT) stacked.clear();
  stacked.set(name, made);
  return made;
}

/** Every shape that could be played for a chord, with what each costs by itself. */
export function voicingOptions(task: VoiceTask, chord: NamedChord, style: VoicingStyle): readonly Option[] {
  const stacks = stacksOf(task.texture, chord);
  const inRoot = style === 'root' ? stacks.filter(({ inversion }) => inversion === 0) : [];
  // Over a low root no root position may lie in the chord's window: the nearest inversion is better than silence.
  const allowed = inRoot.length > 0 ? inRoot : stacks;
  return allowed.map((each): Option => ({ ...each, cost: costOf(task, each) }));
}

/** The shapes that can be part of a best way. */
function optionsFor(task: VoiceTask, chord: NamedChord, style: VoicingStyle): readonly Option[] {
  const options = voicingOptions(task, chord, style);
  const cheapest = options.reduce((least, each) => Math.min(least, each.cost), Infinity);
  return options.filter((each) => each.cost <= cheapest + WORTH_MOVING);
}

/** Beyond this a shape is never made good by moving less: it is 75 semitones on either side. */
const WORTH_MOVING = 600;

/** Figures that strike the notes of their stack one after another ask for no reach. */
const BROKEN: readonly TextureFacts['figure'][] = [
  'broken',
  'outer-first',
  'spread',
  'alternating',
  'filled',
];

function costOf(task: VoiceTask, each: Stacked): number {
  const { stack, window, home, figure } = task.texture;
  const [lowest, highest] = [each.keys[0]!, each.keys.at(-1)!];
  const [low, high] = each.struck;
  const isTooWide =
    !BROKEN.includes(figure) &&
    (!canReach(low, high, task.reach.comfortable) || (task.widest !== null && high - low > task.widest));
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
    overlap * COSTS.towardsOtherHand +
    (position === null ? Math.abs(lowest - home) * COSTS.perSemitoneFromHome : 0) +
    COSTS.inversions[Math.min(2, each.inversion)]!
  );
}

const OCTAVES = [1, 2, 3, 4, 5] as const;
const LOWEST_KEY = 28;
const HIGHEST_KEY = 84;
/** The chord over a low root lies around middle C, and this far above the root at least. */
const CHORD_WINDOW = { lowest: 45, highest: 57 };
const LEAST_GAP = 3;

/** A low root with every inversion of the chord above it; a swing bass has the chord's fifth beside the root, too. */
function lowRootStacks(chord: NamedChord, window: RegisterWindow, hasLowFifth: boolean) {
  const triad = triadOf(chord);
  const root = { spelling: bassOf(chord), role: 'root' };
  const fifth = fifthAbove(chord) ?? root;
  const chords = triad.flatMap((_, turn) =>
    OCTAVES.map((octave) => ({ tones: stackFrom(rotate(triad, turn), octave), inversion: turn })),
  );
  return chords
    .filter(({ tones }) => isIn(CHORD_WINDOW, midiOf(tones[0]!.pitch)))
    .flatMap(({ tones, inversion }) =>
      OCTAVES.flatMap((octave) => {
        const low: Pitch = { ...root.spelling, octave };
        if (!isIn(window, midiOf(low)) || midiOf(tones[0]!.pitch) - midiOf(low) < LEAST_GAP) return [];
        const second = hasLowFifth
          ? [{ pitch: lowFifth(fifth.spelling, low, window.lowest), role: 'fifth' }]
          : [];
        return [{ tones: [{ pitch: low, role: 'root' }, ...second, ...tones], inversion }];
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

type Shape = readonly { readonly spelling: Spelling; readonly role: string }[];

/** The orders in which a texture may stack a chord's notes, lowest first. */
function shapesOf(stack: TextureFacts['stack'], chord: NamedChord): readonly Shape[] {
  const bass = { spelling: bassOf(chord), role: chord.bass ? 'bass' : 'root' };
  const triad = triadOf(chord);
  const fifth = fifthAbove(chord);
  const octave = { spelling: bass.spelling, role: 'octave' };
  const third = triad[1] ? { ...triad[1], role: 'third' } : octave;
  switch (stack) {
    case 'root':
      return [[bass]];
    case 'note-in-position':
      return [[bass], ...triad.filter((tone) => !isSameSound(tone, bass)).map((tone) => [tone])];
    case 'root-octave':
      return [[bass, octave]];
    case 'root-third':
      return [[bass, third]];
    case 'root-seventh': {
      const seventh = seventhOf(chord);
      return [[bass, seventh ?? third]];
    }
    case 'root-fifth':
      return [fifth ? [bass, fifth] : [bass]];
    case 'root-fifth-octave':
      return [fifth ? [bass, fifth, octave] : [bass, octave]];
    case 'root-fifth-tenth':
      return [fifth && triad.length > 2 ? [bass, fifth, { ...third, role: 'tenth' }] : [bass, octave]];
    case 'root-triad':
      return [triad];
    case 'triad-octave':
      return triad.map((_, turn) => {
        const turned = rotate(triad, turn);
        return [...turned, { ...turned[0]!, role: 'octave' }];
      });
    case 'triad':
    case 'low-root-triad': {
      const inBass = triad.findIndex((tone) => isSameSound(tone, bass));
      if (!chord.bass) return triad.map((_, turn) => rotate(triad, turn));
      // The note after the slash belongs at the bottom; a foreign one takes the place of the chord's own lowest note.
      return inBass >= 0 ? [rotate(triad, inBass)] : [[bass, ...triad.slice(-2)]];
    }
  }
}

function isSameSound(a: Shape[number], b: Shape[number]): boolean {
  return pitchClassOf(a.spelling) === pitchClassOf(b.spelling);
}

function triadOf(chord: NamedChord): Shape {
  const names = spellChord({ ...chord, bass: null });
  const tones = tonesOf(chord.quality);
  return tones.slice(0, 3).map((tone, index) => ({ spelling: names[index]!, role: `t${tone.degree}` }));
}

function seventhOf(chord: NamedChord): Shape[number] | null {
  const index = tonesOf(chord.quality).findIndex((tone) => tone.degree === 7);
  const name = spellChord({ ...chord, bass: null })[index];
  return name ? { spelling: name, role: 'seventh' } : null;
}

/** The chord's own fifth over its root; over a slash bass, a chord note a fifth above it if there is one. */
function fifthAbove(chord: NamedChord): Shape[number] | null {
  const tones = tonesOf(chord.quality);
  const names = spellChord({ ...chord, bass: null });
  const bass = pitchClassOf(bassOf(chord));
  const fifths = chord.bass
    ? names.filter((name) => mod(pitchClassOf(name) - bass, 12) === 7)
    : names.filter((_, index) => tones[index]!.degree === 5);
  return fifths[0] ? { spelling: fifths[0], role: 'fifth' } : null;
}

function rotate(shape: Shape, turn: number): Shape {
  return [...shape.slice(turn), ...shape.slice(0, turn)];
}

/** Stacks the notes upward, each in the nearest place above the one before. */
function stackFrom(shape: Shape, octave: number): readonly Tone[] {
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
export function inversionOf({ tones }: ChordVoicing): number {
  const order: Readonly<Record<string, number>> = { root: 0, t1: 0, t3: 1, t2: 1, t4: 1, t5: 2 };
  return order[tones[0]?.role ?? ''] ?? 3;
}
