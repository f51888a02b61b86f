/** From the plainest to the source's own rhythm; what each allows is told by `rhythm-grid.ts`. */
export const RHYTHM_CLASSES = [
  'downbeats',
  'strong-beats',
  'quarters',
  'eighth-pairs',
  'eighths',
  'triplets',
  'sixteenths',
  'any',
] as const;

export type RhythmClass = (typeof RHYTHM_CLASSES)[number];

export const RHYTHM_LABELS: Readonly<Record<RhythmClass, string>> = {
  downbeats: 'first beats only',
  'strong-beats': 'strong beats',
  quarters: 'quarters (compound: beats)',
  'eighth-pairs': 'eighth pairs on the beat',
  eighths: 'eighths, dotted quarters, ties',
  triplets: 'triplets, off-beat entries',
  sixteenths: 'sixteenths',
  any: 'as the source',
};
