import type { TextSpot, ImportWarning } from '../score/import-warning';
import type { Count } from './most.data';

/** Where in a file something stands, as far as it is known. */
export interface FilePlace {
  readonly file: string;
  readonly line?: number;
  readonly column?: number;
  /** The measure's printed number. */
  readonly measure?: string;
}

export type FileErrorCode =
  | 'empty-file'
  | 'too-large'
  | 'too-many'
  | 'unknown-format'
  | 'bad-encoding'
  | 'bad-zip'
  | 'zip-bomb'
  | 'bad-xml'
  | 'truncated'
  | 'forbidden-declaration'
  | 'bad-midi'
  | 'not-a-score'
  | 'bad-score'
  | 'unreadable';

export interface FileError {
  readonly code: FileErrorCode;
  /** What is wrong and what to do, in plain words. */
  readonly message: string;
  readonly place: FilePlace;
  /** What there is too much of, where the code is `too-many`. */
  readonly count?: Count;
}

export type ReadResult<T> =
  | { readonly ok: true; readonly value: T; readonly warnings: readonly ImportWarning[] }
  | { readonly ok: false; readonly error: FileError };

/** Carries a refusal up through a reader; caught at its public entry and returned, never thrown further. */
export class Refusal extends Error {
  constructor(readonly detail: FileError) {
    super(detail.message);
  }
}

const MOST_WARNINGS = 200;
const MOST_PLACES = 500;
const LONGEST_WARNING = 300;

/** Gathers warnings, one line for each kind with the measures and spots it occurs in; of a flood of them, the first. */
export class WarningList {
  readonly #places = new Map<string, { readonly measures: Set<string>; readonly spots: TextSpot[] }>();

  add(message: string, measure?: string, spot?: TextSpot): void {
    const words = message.length > LONGEST_WARNING ? `${message.slice(0, LONGEST_WARNING)}…` : message;
    const known = this.#places.get(words);
    if (!known && this.#places.size >= MOST_WARNINGS) return;
    const places = known ?? { measures: new Set<string>(), spots: [] };
    if (measure !== undefined && places.measures.size < MOST_PLACES) places.measures.add(measure);
    if (spot && places.spots.length < MOST_PLACES) places.spots.push(spot);
    this.#places.set(words, places);
  }

  list(): readonly ImportWarning[] {
    return [...this.#places].map(([message, { measures, spots }]) => ({
      message,
      measures: [...measures],
      ...(spots.length === 0 ? {} : { spots }),
    }));
  }
}
