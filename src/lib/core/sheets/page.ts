/**
 * What a printed page is made of. Lengths are millimetres from the page's upper left corner; sizes of text are millimetres
 * of the font's em. The screen, print and the file draw the same list.
 */
export type Item =
  | {
      readonly kind: 'text';
      readonly x: number;
      /** The line on which the letters stand. */
      readonly y: number;
      readonly size: number;
      readonly isBold: boolean;
      readonly anchor: 'start' | 'middle' | 'end';
      readonly text: string;
      readonly isWhite: boolean;
    }
  | {
      readonly kind: 'music';
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly height: number;
      readonly svg: string;
      /** What stands on it, by index, both ends included. */
      readonly measures: { readonly from: number; readonly to: number };
    }
  | {
      readonly kind: 'line';
      readonly x1: number;
      readonly y1: number;
      readonly x2: number;
      readonly y2: number;
      readonly width: number;
    }
  | {
      readonly kind: 'rect';
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly height: number;
      readonly fill: 'none' | 'black' | 'grey';
    }
  | {
      readonly kind: 'circle';
      readonly x: number;
      readonly y: number;
      readonly radius: number;
      readonly fill: 'black' | 'white';
    };

export interface Page {
  readonly items: readonly Item[];
  /** Which sheet it belongs to, for the outline; the first page of a sheet names it. */
  readonly sheet: string;
  readonly opens: string | null;
}

/** Everything that is printed, with what the file says of itself. */
export interface Printed {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly title: string;
  readonly author: string;
  readonly pages: readonly Page[];
}

/** Thickness of plain lines. */
export const HAIR = 0.2;
