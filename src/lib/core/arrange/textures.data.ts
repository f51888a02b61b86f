/** Where the lowest left-hand note of a texture may lie, as MIDI numbers. */
export interface RegisterWindow {
  readonly lowest: number;
  readonly highest: number;
}

/** Which notes of the chord a texture takes, lowest first. */
export type Stack =
  | 'root'
  | 'root-octave'
  | 'root-fifth'
  | 'root-fifth-octave'
  | 'root-fifth-tenth'
  | 'triad'
  /** The root low, the triad above it around middle C. */
  | 'low-root-triad';

/** How a texture moves in time. */
export type Figure = 'held' | 'pulsed' | 'alternating' | 'broken' | 'bass-then-chord' | 'swing' | 'spread';

export interface TextureFacts {
  readonly label: string;
  readonly stack: Stack;
  readonly figure: Figure;
  readonly window: RegisterWindow;
  /** Where the lowest note comes to rest when nothing pulls it elsewhere. */
  readonly home: number;
}

const ROOTS = { window: { lowest: 36, highest: 59 }, home: 48 }; // C2–B3
const FIFTHS = { window: { lowest: 36, highest: 60 }, home: 48 }; // C2–C4
const OCTAVES = { window: { lowest: 28, highest: 48 }, home: 40 }; // E1–C3
const TRIADS = { window: { lowest: 45, highest: 60 }, home: 50 }; // A2–C4
const LOW_ROOTS = { window: { lowest: 36, highest: 52 }, home: 43 };
const TENTHS = { window: { lowest: 36, highest: 52 }, home: 43 }; // C2–E3

/**
 * The left-hand textures, plain to rich, each as the notes it takes and the figure it moves in (CRAFT.md, textures and
 * register). A new one is a line here.
 */
export const TEXTURES = {
  'held-root': { label: 'held root', stack: 'root', figure: 'held', ...ROOTS },
  'pulsed-root': { label: 'pulsed root', stack: 'root', figure: 'pulsed', ...ROOTS },
  'root-fifth': { label: 'root and fifth in turn', stack: 'root-fifth', figure: 'alternating', ...FIFTHS },
  'root-octave': {
    label: 'root and octave in turn',
    stack: 'root-octave',
    figure: 'alternating',
    ...OCTAVES,
  },
  'open-fifth': { label: 'open fifth', stack: 'root-fifth', figure: 'held', ...FIFTHS },
  'pulsed-fifth': { label: 'pulsed fifth', stack: 'root-fifth', figure: 'pulsed', ...FIFTHS },
  'root-fifth-octave': {
    label: 'root, fifth, octave',
    stack: 'root-fifth-octave',
    figure: 'held',
    ...FIFTHS,
  },
  'close-triads': { label: 'held triads', stack: 'triad', figure: 'held', ...TRIADS },
  'pulsed-triads': { label: 'pulsed triads', stack: 'triad', figure: 'pulsed', ...TRIADS },
  'broken-triads': { label: 'broken triads', stack: 'triad', figure: 'broken', ...TRIADS },
  'root-then-chord': {
    label: 'root, then chord',
    stack: 'low-root-triad',
    figure: 'bass-then-chord',
    ...LOW_ROOTS,
  },
  'swing-bass': { label: 'swing bass', stack: 'low-root-triad', figure: 'swing', ...LOW_ROOTS },
  'root-fifth-tenth': { label: 'root, fifth, tenth', stack: 'root-fifth-tenth', figure: 'spread', ...TENTHS },
  'octave-bass': { label: 'octave bass', stack: 'root-octave', figure: 'held', ...OCTAVES },
} as const satisfies Readonly<Record<string, TextureFacts>>;

export type GeneratedTexture = keyof typeof TEXTURES;
/** What the left hand plays in a measure. `as-written` keeps the source's own lower staff. */
export type LeftTexture = GeneratedTexture | 'as-written';

export const LEFT_TEXTURES = ['as-written', ...(Object.keys(TEXTURES) as GeneratedTexture[])] as const;

export function textureLabel(texture: LeftTexture): string {
  return texture === 'as-written' ? 'as written' : TEXTURES[texture].label;
}
