import { bassOf, spellChord, tonesOf, type NamedChord } from '../pitch/chord';
import { midiOf, mod, pitchClassOf, type Pitch, type Spelling } from '../pitch/pitch';
import { chooseVoicings, totalMovement, type Voicing } from '../voicing/choose-voicings';
import type { ChordSpan } from './chord-spans';
import { REGISTER_HOME, REGISTER_WINDOWS, type LeftTexture } from './textures.data';

type GeneratedTexture = Exclude<LeftTexture, 'as-written'>;

/** What the left hand plays over one chord span: spelled pitches low to high, each with its role in the chord. */
export interface LeftVoicing {
  readonly span: ChordSpan;
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
  return voiced.map(({ task }, index) => ({ span: task.span, tones: (chosen[index] as Option).tones }));
}

function optionsFor({ texture, ceiling }: LeftTask, chord: NamedChord): readonly Option[] {
  const window = REGISTER_WINDOWS[texture];
  const options: Option[] = [];
  for (const [inversion, shape] of shapesOf(texture, chord).entries()) {
    for (let octave = 1; octave <= 5; octave += 1) {
      const tones = stackFrom(shape, octave);
      const keys = tones.map(({ pitch }) => midiOf(pitch));
      const lowest = keys[0]!;
      if (lowest < 28 || lowest > 67) continue;
      const outside = lowest < window.lowest || lowest > window.highest;
      const overlap = ceiling === null ? 0 : Math.max(0, keys.at(-1)! - ceiling + 1);
      const cost =
        (outside ? COSTS.outsideWindow : 0) +
        overlap * COSTS.underOtherHand +
        Math.abs(lowest - REGISTER_HOME[texture]) * COSTS.perSemitoneFromHome +
        COSTS.inversions[Math.min(2, inversion)]!;
      options.push({ keys, tones, cost });
    }
  }
  return options;
}

type Shape = readonly { readonly spelling: Spelling; readonly role: string }[];

/** The orders in which a texture may stack a chord's notes, lowest first. */
function shapesOf(texture: GeneratedTexture, chord: NamedChord): readonly Shape[] {
  const bass = { spelling: bassOf(chord), role: chord.bass ? 'bass' : 'root' };
  const triad = triadOf(chord);
  switch (texture) {
    case 'held-root':
      return [[bass]];
    case 'open-fifth': {
      const above = fifthAbove(chord);
      return [above ? [bass, above] : [bass]];
    }
    case 'close-triads': {
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
