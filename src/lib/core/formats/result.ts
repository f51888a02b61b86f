/** Where in a file something stands, as far as it is known. */
export interface FilePlace {
  readonly file: string;
  readonly line?: number;
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
  | 'not-a-score'
  | 'bad-score';

export interface FileError {
  readonly code: FileErrorCode;
  /** What is wrong and what to do, in plain words. */
  readonly message: string;
  readonly place: FilePlace;
}

/** Something that was read differently from how it stood, or left out; never silent. */
export interface ImportWarning {
  readonly message: string;
  /** Printed numbers of the measures it concerns; empty for the whole file. */
  readonly measures: readonly string[];
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

/** Gathers warnings, one line for each kind with all the measures it occurs in. */
export class WarningList {
  readonly #measures = new Map<string, Set<string>>();

  add(message: string, measure?: string): void {
    const measures = this.#measures.get(message) ?? new Set();
    if (measure !== undefined) measures.add(measure);
    this.#measures.set(message, measures);
  }

  list(): readonly ImportWarning[] {
    return [...this.#measures].map(([message, measures]) => ({ message, measures: [...measures] }));
  }
}
