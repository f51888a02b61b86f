/** Where the lowest note of a texture may lie, as MIDI numbers. */
export interface RegisterWindow {
  readonly lowest: number;
  readonly highest: number;
}

/** Which notes of the chord a texture takes, lowest first. */
export type Stack =
  | 'root'
  /** The root, or the chord note nearest to it that lies under the hand's five fingers. */
  | 'note-in-position'
  | 'root-octave'
  | 'root-third'
  /** Root and seventh; root and third where the chord has no seventh. */
  | 'root-seventh'
  | 'root-fifth'
  | 'root-fifth-octave'
  | 'root-fifth-tenth'
  | 'root-triad'
  | 'triad'
  /** The root low, the triad above it around middle C. */
  | 'low-root-triad'
  | 'triad-octave';

/** How a texture moves in time. */
export type Figure =
  | 'held'
  | 'pulsed'
  | 'alternating'
  /** On every beat and half beat, or third of a compound one. */
  | 'divided'
  | 'divided-alternating'
  /** Where the chart has a letter or a slash. */
  | 'slashes'
  | 'chord-and-top'
  | 'broken'
  | 'outer-first'
  | 'bass-then-chord'
  | 'swing'
  | 'spread'
  | 'low-then-chord'
  | 'walking'
  | 'full-then-thin'
  | 'off-beat'
  | 'filled';

export interface TextureFacts {
  readonly label: string;
  readonly stack: Stack;
  readonly figure: Figure;
  readonly window: RegisterWindow;
  /** Where the lowest note comes to rest when nothing pulls it elsewhere. */
  readonly home: number;
  /** The lowest rung that takes it, by the ladder as it comes. */
  readonly rank: number;
}

const ROOTS = { window: { lowest: 36, highest: 59 }, home: 48 }; // C2–B3
const FIFTHS = { window: { lowest: 36, highest: 60 }, home: 48 }; // C2–C4
const OCTAVES = { window: { lowest: 28, highest: 48 }, home: 40 }; // E1–C3
const TRIADS = { window: { lowest: 45, highest: 60 }, home: 50 }; // A2–C4
const LOW_ROOTS = { window: { lowest: 36, highest: 52 }, home: 43 };
const TENTHS = { window: { lowest: 36, highest: 52 }, home: 43 }; // C2–E3

/**
 * The left-hand textures, plain to rich, each as the notes it takes and the figure it moves in. A new one is a line here.
 */
export const TEXTURES = {
  'held-note': {
    label: 'one held note in position',
    stack: 'note-in-position',
    figure: 'held',
    rank: 1,
    ...ROOTS,
  },
  'held-root': { label: 'held root', stack: 'root', figure: 'held', rank: 1, ...ROOTS },
  'pulsed-root': { label: 'pulsed root', stack: 'root', figure: 'pulsed', rank: 2, ...ROOTS },
  'root-fifth': {
    label: 'root and fifth in turn',
    stack: 'root-fifth',
    figure: 'alternating',
    rank: 2,
    ...FIFTHS,
  },
  'open-fifth': { label: 'open fifth', stack: 'root-fifth', figure: 'held', rank: 2, ...FIFTHS },
  'pulsed-fifth': { label: 'pulsed fifth', stack: 'root-fifth', figure: 'pulsed', rank: 3, ...FIFTHS },
  'root-fifth-octave': {
    label: 'root, fifth, octave',
    stack: 'root-fifth-octave',
    figure: 'held',
    rank: 3,
    ...FIFTHS,
  },
  'shell-third': { label: 'shell, root and third', stack: 'root-third', figure: 'held', rank: 3, ...TRIADS },
  'shell-seventh': {
    label: 'shell, root and seventh',
    stack: 'root-seventh',
    figure: 'held',
    rank: 4,
    ...ROOTS,
  },
  'close-triads': { label: 'held triads', stack: 'triad', figure: 'held', rank: 3, ...TRIADS },
  'pulsed-triads': { label: 'pulsed triads', stack: 'triad', figure: 'pulsed', rank: 4, ...TRIADS },
  'triads-top-again': {
    label: 'triads, top note again off the beat',
    stack: 'triad',
    figure: 'chord-and-top',
    rank: 4,
    ...TRIADS,
  },
  'root-on-slashes': {
    label: 'root on the chart’s slashes',
    stack: 'root',
    figure: 'slashes',
    rank: 2,
    ...ROOTS,
  },
  'eighth-roots': { label: 'eighth-note roots', stack: 'root', figure: 'divided', rank: 4, ...ROOTS },
  'fifth-top-again': {
    label: 'fifths, top note again off the beat',
    stack: 'root-fifth',
    figure: 'chord-and-top',
    rank: 4,
    ...FIFTHS,
  },
  'broken-triads': { label: 'broken triads', stack: 'triad', figure: 'broken', rank: 4, ...TRIADS },
  'root-then-chord': {
    label: 'root, then chord',
    stack: 'low-root-triad',
    figure: 'bass-then-chord',
    rank: 4,
    ...LOW_ROOTS,
  },
  'outer-first-broken': {
    label: 'broken, root fifth third fifth',
    stack: 'triad',
    figure: 'outer-first',
    rank: 5,
    ...TRIADS,
  },
  'root-octave': {
    label: 'root and octave in turn',
    stack: 'root-octave',
    figure: 'alternating',
    rank: 5,
    ...OCTAVES,
  },
  'eighth-octaves': {
    label: 'eighth notes, root and octave in turn',
    stack: 'root-octave',
    figure: 'divided-alternating',
    rank: 5,
    ...OCTAVES,
  },
  'octave-top-again': {
    label: 'octaves, top note again off the beat',
    stack: 'root-octave',
    figure: 'chord-and-top',
    rank: 5,
    ...OCTAVES,
  },
  'octave-bass': { label: 'octave bass', stack: 'root-octave', figure: 'held', rank: 5, ...OCTAVES },
  'swing-bass': { label: 'swing bass', stack: 'low-root-triad', figure: 'swing', rank: 5, ...LOW_ROOTS },
  'root-fifth-tenth': {
    label: 'root, fifth, tenth',
    stack: 'root-fifth-tenth',
    figure: 'spread',
    rank: 6,
    ...TENTHS,
  },
  'tenths-broken': {
    label: 'broken tenths',
    stack: 'root-fifth-tenth',
    figure: 'broken',
    rank: 6,
    ...TENTHS,
  },
  'low-root-then-triad': {
    label: 'low root under the pedal, then triad',
    stack: 'low-root-triad',
    figure: 'low-then-chord',
    rank: 6,
    ...LOW_ROOTS,
  },
  'moving-bass': { label: 'moving bass', stack: 'root', figure: 'walking', rank: 6, ...ROOTS },
} as const satisfies Readonly<Record<string, TextureFacts>>;

export type GeneratedTexture = keyof typeof TEXTURES;

/** What a left hand may have that is not made from the chords. */
export const OTHER_LEFT_TEXTURES = {
  rests: { label: 'rests', rank: 1 },
  /** The tune's low notes, one at a time. */
  'shares-tune': { label: 'shares the tune', rank: 1 },
  /** The source's own lowest line, doubled an octave below. */
  'written-octaves': { label: 'the written bass in octaves', rank: 5 },
  /** The source's own lower staff. */
  'as-written': { label: 'as written', rank: 6 },
} as const satisfies Readonly<Record<string, { readonly label: string; readonly rank: number }>>;

/** What the left hand plays in a measure. */
export type LeftTexture = GeneratedTexture | keyof typeof OTHER_LEFT_TEXTURES;

export const LEFT_TEXTURES = [
  ...(Object.keys(OTHER_LEFT_TEXTURES) as (keyof typeof OTHER_LEFT_TEXTURES)[]),
  ...(Object.keys(TEXTURES) as GeneratedTexture[]),
] as const;

export function isGenerated(texture: LeftTexture): texture is GeneratedTexture {
  return texture in TEXTURES;
}

/** It stands on the source's own left hand, and has nothing where there is none. */
export function needsWrittenLeft(texture: LeftTexture): texture is 'as-written' | 'written-octaves' {
  return texture === 'as-written' || texture === 'written-octaves';
}

const SUNG = { window: { lowest: 55, highest: 67 }, home: 60 }; // G3–G4

/** The right hand under a singer's tune: chords made from the harmony. */
export const SUNG_TEXTURES = {
  'root-triads': { label: 'root triads, held', stack: 'root-triad', figure: 'held', rank: 1, ...SUNG },
  'root-triads-pulsed': {
    label: 'root triads on the beat',
    stack: 'root-triad',
    figure: 'pulsed',
    rank: 2,
    ...SUNG,
  },
  'root-triads-on-slashes': {
    label: 'root triads on the chart’s slashes',
    stack: 'root-triad',
    figure: 'slashes',
    rank: 2,
    ...SUNG,
  },
  'inversions-on-slashes': {
    label: 'nearest inversions on the chart’s slashes',
    stack: 'triad',
    figure: 'slashes',
    rank: 3,
    ...SUNG,
  },
  'inversions-held': { label: 'nearest inversions, held', stack: 'triad', figure: 'held', rank: 2, ...SUNG },
  'inversions-pulsed': {
    label: 'nearest inversions on the beat',
    stack: 'triad',
    figure: 'pulsed',
    rank: 3,
    ...SUNG,
  },
  'full-then-thin': {
    label: 'full on one, then thinner',
    stack: 'triad',
    figure: 'full-then-thin',
    rank: 4,
    ...SUNG,
  },
  'off-beat-chords': { label: 'off-beat chords', stack: 'triad', figure: 'off-beat', rank: 4, ...SUNG },
  'broken-up-down': { label: 'broken up and down', stack: 'triad', figure: 'broken', rank: 5, ...SUNG },
  'broken-filled': {
    label: 'broken, one note a beat part',
    stack: 'triad-octave',
    figure: 'filled',
    rank: 5,
    ...SUNG,
  },
} as const satisfies Readonly<Record<string, TextureFacts>>;

export type SungTexture = keyof typeof SUNG_TEXTURES;

/** What stands under the tune when the right hand plays it; the tune note is always the highest. */
export const TUNE_TEXTURES = {
  rests: { label: 'rests', rank: 1 },
  tune: { label: 'the tune', rank: 1 },
  'thirds-at-ends': { label: 'thirds below at phrase ends', rank: 3 },
  'thirds-on-strong': { label: 'thirds below on strong beats', rank: 4 },
  'chord-under-tune': { label: 'the tune on top of its chord', rank: 5 },
  'broken-under-tune': { label: 'the chord broken under the tune', rank: 6 },
  octaves: { label: 'the tune in octaves', rank: 6 },
  'as-written': { label: 'as written', rank: 6 },
} as const satisfies Readonly<Record<string, { readonly label: string; readonly rank: number }>>;

export type TuneTexture = keyof typeof TUNE_TEXTURES;
export type RightTexture = TuneTexture | SungTexture;

export const RIGHT_TEXTURES = [
  ...(Object.keys(TUNE_TEXTURES) as TuneTexture[]),
  ...(Object.keys(SUNG_TEXTURES) as SungTexture[]),
] as const;

/** The hand leaves a note that must go on sounding: without a pedal it would be lost. */
export function needsPedal(texture: LeftTexture): boolean {
  return texture === 'root-fifth-tenth' || texture === 'low-root-then-triad';
}

export function isSung(texture: RightTexture): texture is SungTexture {
  return texture in SUNG_TEXTURES;
}

/** What the right hand can be asked for: under a tune of its own, or under a singer's. */
export function rightTexturesFor(isSinging: boolean): readonly RightTexture[] {
  return RIGHT_TEXTURES.filter((texture) => texture === 'rests' || isSung(texture) === isSinging);
}

const ALL_TEXTURES = { ...TUNE_TEXTURES, ...SUNG_TEXTURES, ...OTHER_LEFT_TEXTURES, ...TEXTURES };

export function textureLabel(texture: LeftTexture | RightTexture): string {
  return ALL_TEXTURES[texture].label;
}

export function leftRank(texture: LeftTexture): number {
  return isGenerated(texture) ? TEXTURES[texture].rank : OTHER_LEFT_TEXTURES[texture].rank;
}

export function rightRank(texture: RightTexture): number {
  return isSung(texture) ? SUNG_TEXTURES[texture].rank : TUNE_TEXTURES[texture].rank;
}
