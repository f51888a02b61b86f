import { strToU8, zipSync } from 'fflate';
import { handoutLayout, markingsOf } from '../../core/engrave/views';
import { EXPORTS, type ExportFormat } from '../../core/formats/write-score';
import type { Edition } from '../../core/handout/edition';
import type { EditionRecord } from '../editions';
import { notFound, type Outcome } from '../outcome';
import { work, type WorkFailure } from '../work/pool';
import { handoutFile } from './print-handout';
import { usualChoices } from './sheet-choices';

type File = Uint8Array<ArrayBuffer>;

export function editionAsScore(
  { score, counts, recipe }: Edition,
  format: ExportFormat,
): Promise<Outcome<File, WorkFailure>> {
  return work('write', { score, format, counts: recipe.counts === 'shown' ? counts : [] });
}

export function editionAsMei({ score, counts, recipe }: Edition): Promise<Outcome<File, WorkFailure>> {
  return work('mei', { score, counts: recipe.counts === 'shown' ? counts : [] });
}

function linesOf({ score, counts, recipe }: Edition) {
  const { layout, options } = handoutLayout('a4', false, markingsOf(recipe));
  return work('lineFiles', { score, counts, layout, options });
}

/** The line that a measure (by index) stands on, as a picture for a worksheet. */
export async function editionLine(
  edition: Edition,
  measure: number,
): Promise<Outcome<string, 'not-found' | WorkFailure>> {
  const lines = await linesOf(edition);
  if (!lines.ok) return lines;
  const line = lines.value.find(({ from, to }) => measure >= from && measure <= to);
  return line ? { ok: true, value: line.svg } : notFound('There is no such measure.');
}

/** An edition in every open format, as a file to print, and line by line as pictures. */
export async function editionArchive(
  { id, frozen, pieceTitle, number }: EditionRecord,
  nowMs: number,
): Promise<Outcome<File, 'not-found' | 'not-readable' | WorkFailure>> {
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
  const lines = await linesOf(frozen);
  if (!lines.ok) return lines;
  lines.value.forEach(({ svg }, index) => (files[`lines/line ${index + 1}.svg`] = strToU8(svg)));
  const pdf = await handoutFile(
    [{ editionId: id, learner: null, choices: usualChoices(frozen, null) }],
    nowMs,
  );
  if (!pdf.ok) return pdf;
  files[`${name}.pdf`] = pdf.value;
  return { ok: true, value: new Uint8Array(zipSync(files)) };
}
