/** A place within a beat as a fraction in lowest terms, and the syllable said there. */
export type SyllableTable = Readonly<Record<string, string>>;

/** Numbers style: the beat itself is its number. Places finer than the table are said “ta”. */
export const NUMBERS_SIMPLE: SyllableTable = { '1/4': 'e', '1/2': '&', '3/4': 'a' };
export const NUMBERS_TRIPLET: SyllableTable = { '1/3': 'trip', '2/3': 'let' };
export const NUMBERS_COMPOUND: SyllableTable = { '1/3': '&', '2/3': 'a' };
export const FINER = 'ta';
