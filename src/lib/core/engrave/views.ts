import type { Recipe } from '../document/recipe';
import { isPlainRung } from '../ladder/chord-sounds';
import type { EngraveOptions, LayoutRequest } from './line';
import type { Markings } from './source';

/** Half a staff space in view-box units, everywhere but in print for young readers. */
const UNIT = 9;
/** Lines are laid out for one of these widths, in view-box units, and scaled to the page: so server and page make the same ones. */
const PAGE_WIDTHS = [700, 880, 1100, 1380, 1720, 2150, 2700, 3400, 4250, 5300] as const;
/** How many units one pixel of the screen shows, about. */
const UNITS_PER_PX = { bench: 2.05, piece: 2.15, stand: 1.7, 'stand-large': 1.2 } as const;

export type ScreenView = keyof typeof UNITS_PER_PX;

/** The width of page whose notes come nearest to their normal size in a room so many pixels wide. */
export function pageWidthFor(view: ScreenView, roomPx: number): number {
  const wanted = Math.max(1, roomPx * UNITS_PER_PX[view]);
  const distance = (width: number) => Math.abs(Math.log(width / wanted));
  return PAGE_WIDTHS.reduce<number>((a, b) => (distance(b) < distance(a) ? b : a), PAGE_WIDTHS[0]);
}

export function isPageWidth(width: number): boolean {
  return (PAGE_WIDTHS as readonly number[]).includes(width);
}

export function optionsFor(pageWidth: number): EngraveOptions {
  return { pageWidth, unit: UNIT };
}

/** Room for music on a line, in tenths of a staff space, once margins are taken off. */
export function lineWidthOf({ pageWidth, unit }: EngraveOptions): number {
  return Math.round(((pageWidth - 56) / (unit * 2)) * 10);
}

/** A line of four or five measures is read best; on a screen wider than a desk they would stand far apart. */
function mostMeasuresOf({ pageWidth }: EngraveOptions): number {
  return pageWidth > 2_700 ? 8 : 5;
}

/** How the Bench lays out a document. */
export function benchLayout(recipe: Recipe, options: EngraveOptions): LayoutRequest {
  return {
    lineWidth: lineWidthOf(options),
    mostMeasures: mostMeasuresOf(options),
    // On the screen a chord is what it is; paper says what sounds.
    markings: { ...markingsOf(recipe), arePlainChords: false },
  };
}

/** How the stand lays out a passage: on a music desk notes are read from farther away than on a table. */
export function standLayout(options: EngraveOptions, markings: Markings): LayoutRequest {
  return { lineWidth: lineWidthOf(options), mostMeasures: 4, markings };
}

/** How the Piece page lays out a source. */
export function pieceLayout(options: EngraveOptions): LayoutRequest {
  return {
    lineWidth: lineWidthOf(options),
    mostMeasures: mostMeasuresOf(options),
    markings: { fingers: true, counts: false, chordSymbols: true, lyrics: true, pedal: true },
  };
}

/** Does paper print the triads that the rung plays in place of fuller chords? */
export function printsPlainChords({ chordSymbols, rung, setting }: Recipe): boolean {
  return chordSymbols === 'as-sounding' && isPlainRung(rung, setting);
}

/** What a recipe prints with the notes. */
export function markingsOf(recipe: Recipe): Markings {
  return {
    fingers: recipe.fingers !== 'hidden',
    counts: recipe.counts === 'shown',
    chordSymbols: recipe.chordSymbols !== 'hidden',
    ...(printsPlainChords(recipe) ? { arePlainChords: true } : {}),
    lyrics: true,
    pedal: true,
  };
}
