/** What the left hand plays in a measure. `as-written` keeps the source's own lower staff. */
export const LEFT_TEXTURES = ['as-written', 'held-root', 'open-fifth', 'close-triads'] as const;
export type LeftTexture = (typeof LEFT_TEXTURES)[number];

export const TEXTURE_LABELS: Readonly<Record<LeftTexture, string>> = {
  'as-written': 'as written',
  'held-root': 'held root',
  'open-fifth': 'open fifth',
  'close-triads': 'held triads',
};

/** Where the lowest left-hand note of a texture may lie, as MIDI numbers (CRAFT.md, textures and register). */
export interface RegisterWindow {
  readonly lowest: number;
  readonly highest: number;
}

export const REGISTER_WINDOWS: Readonly<Record<Exclude<LeftTexture, 'as-written'>, RegisterWindow>> = {
  'held-root': { lowest: 36, highest: 59 }, // C2–B3
  'open-fifth': { lowest: 36, highest: 60 }, // C2–C4
  'close-triads': { lowest: 45, highest: 60 }, // A2–C4
};

/** Where a hand comes to rest when nothing pulls it elsewhere: the lowest note wanted first. */
export const REGISTER_HOME: Readonly<Record<Exclude<LeftTexture, 'as-written'>, number>> = {
  'held-root': 48, // C3
  'open-fifth': 48,
  'close-triads': 50, // D3
};
