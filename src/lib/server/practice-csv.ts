import Papa from 'papaparse';
import { z } from 'zod';
import { dateOf, dayNumber } from '../core/practice/day-number';
import { STAGE_IDS } from '../core/practice/stages.data';
import { TROUBLE_KIND_NAMES } from '../core/practice/trouble';
import { newId } from './outcome';
import { assignmentsOf, type NewEntry } from './practice';
import { importEntries } from './records/log-imports';

const COLUMNS = [
  'date',
  'piece',
  'section',
  'stage',
  'mark',
  'tempo',
  'clean_runs',
  'failed_runs',
  'minutes',
  'measures',
  'trouble',
  'marked_by',
  'through',
] as const;

/** A learner's whole log as CSV (RFC 4180), the oldest entry first. */
export function logAsCsv(learnerId: string): string {
  const rows = assignmentsOf([learnerId]).flatMap(({ title, sections, entries }) =>
    entries.map((entry) => ({
      date: dateOf(entry.onDay),
      piece: title,
      section: sections.find(({ id }) => id === entry.sectionId)?.name ?? '',
      stage: entry.stage,
      mark: entry.kind,
      tempo: entry.tempoBpm ?? '',
      clean_runs: entry.cleanRuns,
      failed_runs: entry.failedRuns,
      minutes: entry.minutes ?? '',
      measures: entry.trouble ? `${entry.trouble.from + 1}-${entry.trouble.to + 1}` : '',
      trouble: entry.trouble?.kind ?? '',
      marked_by: entry.markedBy,
      through: sections.find(({ id }) => id === entry.throughId)?.name ?? '',
    })),
  );
  rows.sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
  return Papa.unparse({
    fields: [...COLUMNS],
    data: rows.map((row) => COLUMNS.map((column) => guarded(row[column]))),
  });
}

/** A spreadsheet must not take a title for a formula. */
function guarded(value: string | number): string | number {
  return typeof value === 'string' && /^[=+\-@\t\r]/.test(value) ? `'${value}` : value;
}

const lineSchema = z.object({
  date: z.string().refine((text) => dayNumber(text) !== null, 'the date is not like 2026-11-27'),
  piece: z.string().min(1, 'the piece is missing'),
  section: z.string().min(1, 'the section is missing'),
  through: z.string().default(''),
  stage: z.enum(STAGE_IDS, `the stage is none of ${STAGE_IDS.join(', ')}`),
  mark: z.enum(['passed', 'clean', 'again'], 'the mark is none of passed, clean, again').default('passed'),
  tempo: z.preprocess(emptyToNull, z.coerce.number().int().min(20).max(320).nullable()),
  clean_runs: z.preprocess(emptyToNull, z.coerce.number().int().min(0).max(50).nullable()),
  failed_runs: z.preprocess(emptyToNull, z.coerce.number().int().min(0).max(50).nullable()),
  minutes: z.preprocess(emptyToNull, z.coerce.number().int().min(0).max(600).nullable()),
  trouble: z.preprocess(emptyToNull, z.enum(TROUBLE_KIND_NAMES).nullable()).optional(),
});

function emptyToNull(value: unknown): unknown {
  return value === '' || value === undefined ? null : value;
}

export interface CsvLine {
  readonly line: number;
  readonly words: string;
  readonly problem: string | null;
}

const MOST_LINES = 20_000;

/** Reads entries of a learner's log from CSV: line by line what each is, or what is wrong with it. Kept only where asked, and then only the lines that are right. */
export function readLogCsv(
  learnerId: string,
  text: string,
  /** The name under which its entries are to be kept; null to see them only. */
  keptAs: string | null,
  nowMs: number,
): { readonly lines: readonly CsvLine[]; readonly kept: number } | { readonly message: string } {
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    preview: MOST_LINES + 1,
    transformHeader: (header) => header.trim().toLowerCase(),
  });
  if (parsed.data.length > MOST_LINES) return { message: `The file has more than ${MOST_LINES} lines.` };
  const missing = ['date', 'piece', 'section', 'stage'].filter(
    (column) => !parsed.meta.fields?.includes(column),
  );
  if (missing.length > 0)
    return {
      message: `The first line must name the columns; ${missing.join(', ')} ${missing.length === 1 ? 'is' : 'are'} missing.`,
    };
  const pieces = assignmentsOf([learnerId]);
  const entries: NewEntry[] = [];
  const lines = parsed.data.map((row, index): CsvLine => {
    // The heading is the first line.
    const line = index + 2;
    const words = [row['date'], row['piece'], row['section'], row['stage'], row['tempo']]
      .filter(Boolean)
      .join(', ');
    const entry = lineSchema.safeParse(row);
    if (!entry.success) return { line, words, problem: entry.error.issues[0]?.message ?? 'not understood' };
    const piece = pieces.find(({ title }) => title === entry.data.piece);
    if (!piece) return { line, words, problem: `the learner does not play “${entry.data.piece}”` };
    const section = piece.sections.find(({ name }) => name === entry.data.section);
    if (!section) return { line, words, problem: `“${piece.title}” has no section “${entry.data.section}”` };
    const through = piece.sections.find(({ name }) => name === entry.data.through) ?? null;
    if (entry.data.through !== '' && !through)
      return { line, words, problem: `“${piece.title}” has no section “${entry.data.through}”` };
    const { date, stage, mark, tempo, clean_runs, failed_runs, minutes } = entry.data;
    entries.push({
      id: newId(),
      assignmentId: piece.id,
      sectionId: section.id,
      throughId: through?.id ?? null,
      stage,
      kind: mark,
      tempoBpm: tempo,
      onDay: dayNumber(date)!,
      correctsId: null,
      cleanRuns: clean_runs ?? (mark === 'again' ? 0 : 1),
      failedRuns: failed_runs ?? (mark === 'again' ? 1 : 0),
      minutes,
    });
    return { line, words, problem: null };
  });
  if (keptAs === null || entries.length === 0) return { lines, kept: 0 };
  const kept = importEntries(learnerId, { name: keptAs, text }, entries, nowMs);
  return kept.ok ? { lines, kept: kept.value } : { message: `${kept.message} Nothing was kept.` };
}
