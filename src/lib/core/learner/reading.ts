/** How a learner names the fingers. */
export const FINGER_NAMES = {
  numbers: '1 2 3 4 5',
  words: 'thumb, index, middle, ring, little',
  'from-index': 'thumb, first, second, third, fourth',
} as const;
export type FingerNames = keyof typeof FINGER_NAMES;

/** What a learner reads from. */
export const READING = {
  treble: 'notes in the treble clef',
  bass: 'notes in the bass clef',
  chords: 'chord letters',
  rote: 'by rote',
} as const;
export type Reading = keyof typeof READING;

/** Names parted by commas or spaces. */
export function tokensOf(text: string): readonly string[] {
  return text.split(/[\s,;]+/).filter((each) => each !== '');
}
