/** Something that was read differently from how it stood, or left out; never silent. */
export interface ImportWarning {
  readonly message: string;
  /** Printed numbers of the measures it concerns; empty for the whole file. */
  readonly measures: readonly string[];
  /** Where in a text file it stands, if it is one. */
  readonly spots?: readonly TextSpot[];
}

/** A place in a text, both counted from 1. */
export interface TextSpot {
  readonly line: number;
  readonly column: number;
}
