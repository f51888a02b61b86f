import type { TextSpot, ImportWarning } from '../score/import-warning';

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
  | 'unknown-format'
  | 'bad-encoding'
  | 'bad-zip'
  | 'zip-bomb'
  | 'bad-xml'
  | 'truncated'
  | 'forbidden-declaration'
  | 'bad-midi'
  | 'not-a-score'
  | 'bad-score';

export interface FileError {
  readonly code: FileErrorCode;
  /** What is wrong and what to do, in plain words. */
  readonly message: string;
  readonly place: FilePlace;
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

/** Gathers warnings, one line for each kind with all the measures and spots it occurs in. */
export class WarningList {
  readonly #places = new Map<string, { readonly measures: Set<string>; readonly spots: TextSpot[] }>();

  add(message: string, measure?: string, spot?: TextSpot): void {
    const places = this.#places.get(message) ?? { measures: new Set<string>(), spots: [] };
    if (measure !== undefined) places.measures.add(measure);
    if (spot) places.spots.push(spot);
    this.#places.set(message, places);
  }

  list(): readonly ImportWarning[] {
    return [...this.#places].map(([message, { measures, spots }]) => ({
      message,
      measures: [...measures],
      ...(spots.length === 0 ? {} : { spots }),
    }));
  }
}
