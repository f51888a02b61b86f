import Papa from 'papaparse';
import { learnerSchema, type NewLearnerForm } from '../core/learner/profile';
import { addLearner, listLearners } from './learners';
import { studioRules } from './settings';
import type { CsvLine } from './practice-csv';

const MOST_LINES = 500;

/** Learners from CSV, a line each: what each is or what is wrong with it. Added only where asked; one who is there already is left out. */
export function readLearnersCsv(
  text: string,
  isKept: boolean,
  nowMs: number,
): { readonly lines: readonly CsvLine[]; readonly kept: number } | { readonly message: string } {
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (header) => header.trim().toLowerCase(),
  });
  if (!parsed.meta.fields?.includes('name'))
    return { message: 'The first line must name the columns; name is missing.' };
  if (parsed.data.length > MOST_LINES) return { message: `The file has more than ${MOST_LINES} lines.` };
  const taken = new Set(listLearners().map(({ name }) => name.toLowerCase()));
  const schema = learnerSchema(studioRules().rules.rungs.length);
  let kept = 0;
  const lines = parsed.data.map((row, index): CsvLine => {
    const line = index + 2;
    const words = [row['name'], row['birth_year'], row['rung'] ? `rung ${row['rung']}` : '']
      .filter(Boolean)
      .join(', ');
    const number = (name: string) => (row[name]?.trim() ? Number(row[name]) : undefined);
    const learner = schema.safeParse({
      name: row['name'] ?? '',
      birthYear: number('birth_year') ?? null,
      rung: number('rung'),
      spanLeftSemitones: number('span_left'),
      spanRightSemitones: number('span_right'),
      notes: row['notes'] ?? '',
    });
    if (!learner.success)
      return { line, words, problem: learner.error.issues[0]?.message ?? 'not understood' };
    const name = learner.data.name.toLowerCase();
    if (taken.has(name)) return { line, words, problem: 'a learner of this name is there already' };
    taken.add(name);
    if (isKept) {
      addLearner(learner.data as NewLearnerForm, nowMs);
      kept += 1;
    }
    return { line, words, problem: null };
  });
  return { lines, kept };
}
