import type { EngravedSystem, EngraveOptions, MeasureBox } from './line';
import { plainAccidentals } from './plain-accidentals';
import { raiseChordSymbols } from './raise-chord-symbols';

/** What is used of the engraver, which is started by whoever owns it: in a worker of the page, or of the server. */
export interface Toolkit {
  setOptions(options: Readonly<Record<string, unknown>>): void;
  loadData(data: string): boolean;
  renderToSVG(page: number): string;
}

const MARGIN_LEFT = 50;
/** The engraver draws ten inner units to one unit of the page. */
const INNER_SCALE = 10;
/** Half a notehead, in units of the page. */
const HALF_HEAD = 9;

const optionsInForce = new WeakMap<Toolkit, string>();

/**
 * Draws one line from its MEI. Equal input gives the same picture in the browser and on the server, but for ids that the
 * engraver makes up. @throws Error on MEI that is none
 */
export function engraveLine(
  toolkit: Toolkit,
  mei: string,
  { pageWidth, unit }: EngraveOptions,
): EngravedSystem {
  const wanted = `${pageWidth}/${unit}`;
  if (wanted !== optionsInForce.get(toolkit))
    toolkit.setOptions({
      header: 'none',
      footer: 'none',
      svgViewBox: true,
      svgFormatRaw: true,
      adjustPageHeight: true,
      breaks: 'encoded',
      minLastJustification: 0,
      smuflTextFont: 'none',
      mnumInterval: 0,
      slurMargin: 3,
      harmDist: 1.6,
      measureMinWidth: 1,
      unit,
      scale: 100,
      pageWidth,
      pageHeight: 4000,
      pageMarginLeft: MARGIN_LEFT,
      pageMarginRight: 6,
      pageMarginTop: 12,
      pageMarginBottom: 12,
    });
  optionsInForce.set(toolkit, wanted);
  if (!toolkit.loadData(mei)) throw new Error('A line of music could not be engraved.');
  const drawn = plainAccidentals(toolkit.renderToSVG(1).replace(/<style[\s\S]*?<\/style>/g, ''));
  const svg = raiseChordSymbols(drawn, INNER_SCALE);
  const [, width = '0', height = '0'] = /viewBox="0 -?\d+ (\d+) (\d+)"/.exec(svg) ?? [];
  return {
    svg,
    width: Number(width),
    height: Number(height),
    measures: measureBoxes(svg, pageWidth),
    heads: noteheads(svg),
  };
}

function measureBoxes(svg: string, pageWidth: number): readonly MeasureBox[] {
  const boxes: MeasureBox[] = [];
  for (const match of svg.matchAll(
    /<g id="m(\d+)" class="measure">[\s\S]*?<path d="M(-?\d+) -?\d+ L(-?\d+) /g,
  )) {
    const [, index, left, right] = match;
    boxes.push({
      index: Number(index),
      left: MARGIN_LEFT + Number(left) / INNER_SCALE,
      right: MARGIN_LEFT + Number(right) / INNER_SCALE,
    });
  }
  return boxes.filter((box) => box.left < pageWidth);
}

function noteheads(svg: string): ReadonlyMap<string, number> {
  const heads = new Map<string, number>();
  for (const match of svg.matchAll(
    /<g id="([^"]+)" class="note [lr]h">\s*<g class="notehead">\s*<use [^>]*translate\((-?\d+),/g,
  ))
    heads.set(match[1]!, MARGIN_LEFT + Number(match[2]) / INNER_SCALE + HALF_HEAD);
  return heads;
}
