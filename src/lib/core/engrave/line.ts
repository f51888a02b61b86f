import type { SourceView } from '../analyse/source-view';
import type { Markings, SystemRange } from './source';

/** One line of music before it is drawn: its measures, and what the engraver is given. */
export interface SystemPlan {
  readonly range: SystemRange;
  readonly mei: string;
}

/** How a score is broken into lines, and what is printed with the notes. */
export interface LayoutRequest {
  /** Room on a line in tenths of a staff space. */
  readonly lineWidth: number;
  readonly mostMeasures: number;
  readonly markings: Markings;
}

export interface EngraveOptions {
  /** Width of the line in view-box units; the height follows from the music. */
  readonly pageWidth: number;
  /** Half a staff space, in view-box units: 9 normal, 12 for young readers. */
  readonly unit: number;
}

/** One engraved line. Lengths are in units of the picture's own view box. */
export interface EngravedSystem {
  readonly svg: string;
  readonly width: number;
  readonly height: number;
  readonly measures: readonly MeasureBox[];
  /** Middle of each notehead by the note's id. */
  readonly heads: ReadonlyMap<string, number>;
}

export interface MeasureBox {
  readonly index: number;
  readonly left: number;
  readonly right: number;
}

/** A line with its picture, as it is kept and sent ahead of the live engraver. */
export interface EngravedLine {
  readonly plan: SystemPlan;
  readonly system: EngravedSystem;
}

/** The first lines of a piece, arrangement or edition, and how they were drawn. */
export interface FirstLines {
  readonly options: EngraveOptions;
  readonly lines: readonly EngravedLine[];
  /** What is known of the source, where they are the lines of an arrangement. */
  readonly source: SourceView | null;
}

/** What a page with music starts from: lines that are kept, or lines that are being drawn and will come. */
export type PageLines =
  | { readonly kept: FirstLines; readonly coming: null }
  | { readonly kept: null; readonly coming: Promise<FirstLines> | null };
