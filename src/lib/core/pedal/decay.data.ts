/** A piano tone falls by 60 dB in so many milliseconds on A1; twice as fast every 20 semitones higher (our approximation). */
export const DECAY = { longestMs: 16_000, onKey: 33, halvesEverySemitones: 20 } as const;
