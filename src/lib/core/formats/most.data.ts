/**
 * The most of each thing that Key Path takes: well over what a large orchestral score or a long song has, and little
 * enough that whatever is taken can be arranged, written and drawn.
 */
export const MOST = {
  elements: 600_000,
  parts: 64,
  staves: 64,
  voices: 128,
  measures: 2_000,
  notes: 60_000,
  rests: 60_000,
  'notes in one chord': 32,
  'notes in one measure': 1_500,
  'notes held at once': 128,
  'lines of words under a note': 12,
  'chord symbols': 6_000,
  'chords and slashes in one measure': 24,
  'signs and words': 20_000,
  'signs and words in one measure': 400,
  'changes of clef': 4_000,
  slurs: 30_000,
  'slurs open at once': 128,
  'slurs on one note': 8,
  characters: 500_000,
  'characters in one line': 5_000,
} as const;

export type Counted = keyof typeof MOST;

/** What was counted when a file was refused for holding too much of it, and how far the count had come. */
export interface Count {
  readonly what: Counted;
  readonly reached: number;
  readonly most: number;
}
