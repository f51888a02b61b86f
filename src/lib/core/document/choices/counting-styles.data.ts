/** A place within a beat as a fraction in lowest terms, and the syllable said there. */
export type SyllableTable = Readonly<Record<string, string>>;

export const COUNTING_STYLES = {
  numbers: 'numbers, 1 & 2 &',
  'note-values': 'note values, 1-2',
  'ta-ti': 'ta and ti',
  'beat-function': 'ta ka di mi',
} as const;
export type CountingStyle = keyof typeof COUNTING_STYLES;

/** How a compound beat is said: 1 & a; every eighth numbered; or 1 2 3, 2 2 3. */
export const COMPOUND_COUNTS = {
  'and-a': '1 & a',
  eighths: 'every eighth numbered',
  beats: '1 2 3, 2 2 3',
} as const;
export type CompoundCount = keyof typeof COMPOUND_COUNTS;

/** Said at places finer than a style has a syllable for. */
export const FINER = 'ta';

/** Numbers style: the beat itself is its number. */
export const NUMBERS_SIMPLE: SyllableTable = { '1/4': 'e', '1/2': '&', '3/4': 'a' };
export const NUMBERS_COMPOUND: SyllableTable = { '1/3': '&', '2/3': 'a' };
export const NUMBERS_TRIPLET = {
  'trip-let': { '1/3': 'trip', '2/3': 'let' },
  'and-a': { '1/3': '&', '2/3': 'a' },
} as const satisfies Readonly<Record<string, SyllableTable>>;
export type TripletCount = keyof typeof NUMBERS_TRIPLET;

/** Ta-ti: a beat that is not divided is “ta”, one that is held on is “a”. */
export const TA_TI_SIMPLE: SyllableTable = { '0/1': 'ti', '1/4': 'ri', '1/2': 'ti', '3/4': 'ri' };
export const TA_TI_TRIPLET: SyllableTable = { '0/1': 'tri', '1/3': 'o', '2/3': 'la' };
export const TA_TI_COMPOUND: SyllableTable = { '0/1': 'ti', '1/3': 'ti', '2/3': 'ti' };

/** Beat function: where in the beat, whatever the value. */
export const FUNCTION_SIMPLE: SyllableTable = { '0/1': 'ta', '1/4': 'ka', '1/2': 'di', '3/4': 'mi' };
export const FUNCTION_COMPOUND: SyllableTable = {
  '0/1': 'ta',
  '1/6': 'va',
  '1/3': 'ki',
  '1/2': 'di',
  '2/3': 'da',
  '5/6': 'ma',
};
