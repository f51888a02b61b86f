import { bassOf, spellChord, tonesOf, type NamedChord } from '../pitch/chord';
import { midiOf, mod, pitchClassOf, type Pitch, type Spelling } from '../pitch/pitch';
import { chooseVoicings, totalMovement, type Voicing } from '../voicing/choose-voicings';
import type { ChordSpan } from './chord-spans';
import { isMuddy, worstPair } from './mud';
import { TEXTURES, type GeneratedTexture, type RegisterWindow } from './textures.data';

/** What the left hand has for one chord span: the notes of its stack, in the order in which figures count them. */
export interface LeftVoicing {
  readonly span: ChordSpan;
  readonly texture: GeneratedTexture;
  readonly tones: readonly { readonly pitch: Pitch; readonly role: string }[];
}

export interface LeftTask {
  readonly span: ChordSpan;
  readonly texture: GeneratedTexture;
  /** Lowest key that the other hand plays meanwhile; the left hand keeps below it. */
  readonly ceiling: number | null;
}

interface Option extends Voicing {
  readonly tones: LeftVoicing['tones'];
}

/** Costs in quarters of a semitone of movement, so that they stay whole. */
const COSTS = {
  semitoneMoved: 4,
  outsideWindow: 800,
  underOtherHand: 240,
  mud: 600,
  perSemitoneFromHome: 1,
  inversions: [0, 2, 4],
} as const;

/**
 * Voices the left hand over the whole progression: least movement, common tones kept, inside the texture's register
 * window and below the other hand. Spans without a chord are left out (the hand rests).
 */
export function voiceLeftHand(tasks: readonly LeftTask[]): readonly LeftVoicing[] {
  const voiced = tasks.flatMap((task) => {
    const { chord } = task.span;
    return chord?.kind === 'chord' ? [{ task, options: optionsFor(task, chord) }] : [];
  });
  const chosen = chooseVoicings(
    voiced.map(({ options }) => options),
    (from, to) => COSTS.semitoneMoved * totalMovement(from, to),
  );
  return voiced.map(({ task }, index) => ({
    span: task.span,
    texture: task.texture,
    tones: (chosen[index] as Option).tones,
  }));
}

function optionsFor({ texture, ceiling }: LeftTask, chord: NamedChord): readonly Option[] {
  const { stack, window, home, figure } = TEXTURES[texture];
  const stacks =
    stack === 'low-root-triad'
      ? lowRootStacks(chord, window, figure === 'swing')
      : shapesOf(texture, chord).flatMap((shape, inversion) =>
          OCTAVES.map((octave) => ({ tones: stackFrom(shape, octave), inversion })),
        );
  return stacks.flatMap(({ tones, inversion }): Option[] => {
    const keys = tones.map(({ pitch }) => midiOf(pitch)).sort((a, b) => a - b);
    const lowest = keys[0]!;
    if (lowest < LOWEST_KEY || lowest > HIGHEST_KEY) return [];
    const outside = lowest < window.lowest || lowest > window.highest;
    const overlap = ceiling === null ? 0 : Math.max(0, keys.at(-1)! - ceiling + 1);
    // Bass and chord of a moving texture do not sound together; what is struck at once is judged.
    const together = stack === 'low-root-triad' ? tones.filter(({ role }) => /^t/.test(role)) : tones;
    const cost =
      (outside ? COSTS.outsideWindow : 0) +
      (isMuddy(worstPair(together.map(({ pitch }) => pitch))) ? COSTS.mud : 0) +
      overlap * COSTS.underOtherHand +
      Math.abs(lowest - home) * COSTS.perSemitoneFromHome +
      COSTS.inversions[Math.min(2, inversion)]!;
    return [{ keys, tones, cost }];
  });
}

const OCTAVES = [1, 2, 3, 4, 5] as const;
const LOWEST_KEY = 28;
const HIGHEST_KEY = 67;
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
function shapesOf(texture: GeneratedTexture, chord: NamedChord): readonly Shape[] {
  const bass = { spelling: bassOf(chord), role: chord.bass ? 'bass' : 'root' };
  const triad = triadOf(chord);
  const fifth = fifthAbove(chord);
  const octave = { spelling: bass.spelling, role: 'octave' };
  switch (TEXTURES[texture].stack) {
    case 'root':
      return [[bass]];
    case 'root-octave':
      return [[bass, octave]];
    case 'root-fifth':
      return [fifth ? [bass, fifth] : [bass]];
    case 'root-fifth-octave':
      return [fifth ? [bass, fifth, octave] : [bass, octave]];
    case 'root-fifth-tenth': {
      const third = { ...triad[1]!, role: 'tenth' };
      return [fifth && triad.length > 2 ? [bass, fifth, third] : [bass, octave]];
    }
    case 'triad':
    case 'low-root-triad': {
      const inBass = triad.findIndex((tone) => pitchClassOf(tone.spelling) === pitchClassOf(bass.spelling));
      if (!chord.bass) return triad.map((_, turn) => rotate(triad, turn));
      // The note after the slash belongs at the bottom; a foreign one takes the place of the chord's own lowest note.
      return inBass >= 0 ? [rotate(triad, inBass)] : [[bass, ...triad.slice(-2)]];
    }
  }
}

function triadOf(chord: NamedChord): Shape {
  const names = spellChord({ ...chord, bass: null });
  const tones = tonesOf(chord.quality);
  return tones.slice(0, 3).map((tone, index) => ({ spelling: names[index]!, role: `t${tone.degree}` }));
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
function stackFrom(shape: Shape, octave: number): LeftVoicing['tones'] {
  const tones: { pitch: Pitch; role: string }[] = [];
  for (const { spelling, role } of shape) {
    let pitch: Pitch = { ...spelling, octave };
    const below = tones.at(-1)?.pitch;
    while (below && midiOf(pitch) <= midiOf(below)) pitch = { ...pitch, octave: pitch.octave + 1 };
    tones.push({ pitch, role });
  }
  return tones;
}
