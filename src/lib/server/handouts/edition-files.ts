import { strToU8, zipSync } from 'fflate';
import { paperSvg } from '../../core/engrave/paper-svg';
import { EXPORTS, type ExportFormat } from '../../core/formats/write-score';
import type { Edition } from '../../core/handout/edition';
import type { Printed } from '../../core/sheets/page';
import type { EditionRecord } from '../editions';
import { notFound, type Outcome } from '../outcome';
import { work, type WorkFailure } from '../work/pool';
import { printHandout } from './print-handout';
import { usualChoices } from './sheet-choices';

type File = Uint8Array<ArrayBuffer>;
type Failure = 'not-found' | 'not-readable' | WorkFailure;

export function editionAsScore(
  { score, counts, recipe }: Edition,
  format: ExportFormat,
): Promise<Outcome<File, WorkFailure>> {
  return work('write', { score, format, counts: recipe.counts === 'shown' ? counts : [] });
}

export function editionAsMei({ score, counts, recipe }: Edition): Promise<Outcome<File, WorkFailure>> {
  return work('mei', { score, counts: recipe.counts === 'shown' ? counts : [] });
}

/** The score of an edition as it is printed for nobody in particular. */
function printedScore({ id, frozen }: EditionRecord, nowMs: number) {
  return printHandout({ editionId: id, learner: null, choices: usualChoices(frozen, null) }, nowMs);
}

/** The lines of music on printed pages, each as a picture by itself. */
function linesOn({ pages }: Printed) {
  return pages.flatMap(({ items }) =>
    items.flatMap((item) =>
      item.kind === 'music' ? [{ ...item.measures, svg: paperSvg(item.svg, () => null) }] : [],
    ),
  );
}

/** The line that a measure (by index) stands on, as a picture for a worksheet. */
export async function editionLine(
  edition: EditionRecord,
  measure: number,
  nowMs: number,
): Promise<Outcome<string, Failure>> {
  const printed = await printedScore(edition, nowMs);
  if (!printed.ok) return printed;
  const line = linesOn(printed.value).find(({ from, to }) => measure >= from && measure <= to);
  return line ? { ok: true, value: line.svg } : notFound('There is no such measure.');
}

/** An edition in every open format, as a file to print, and line by line as pictures. */
export async function editionArchive(edition: EditionRecord, nowMs: number): Promise<Outcome<File, Failure>> {
  const { frozen, pieceTitle, number } = edition;
  const files: Record<string, Uint8Array> = {};
  const name = `${pieceTitle}, edition ${number}`.replace(/[\\/:*?"<>|]/g, '_');
  for (const format of Object.keys(EXPORTS) as ExportFormat[]) {
    const written = await editionAsScore(frozen, format);
    if (!written.ok) return written;
    files[`${name}.${EXPORTS[format].extension}`] = written.value;
  }
  const mei = await editionAsMei(frozen);
  if (!mei.ok) return mei;
  files[`${name}.mei`] = mei.value;
  const printed = await printedScore(edition, nowMs);
  if (!printed.ok) return printed;
  linesOn(printed.value).forEach(({ svg }, index) => (files[`lines/line ${index + 1}.svg`] = strToU8(svg)));
  const pdf = await work('pdf', [printed.value]);
  if (!pdf.ok) return pdf;
  files[`${name}.pdf`] = pdf.value;
  return { ok: true, value: new Uint8Array(zipSync(files)) };
}
