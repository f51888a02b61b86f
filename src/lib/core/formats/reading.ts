import type { Score } from '../score/model';
import { validateScore } from '../score/validate';
import { checkCounts, trimmed } from './bounds';
import { Refusal, WarningList, type ReadResult } from './result';

/**
 * Runs a reader. Whatever it meets comes back as a result: a refusal with its place, or, where a file contradicts itself
 * in a way that no reader foresaw, a refusal all the same. What is read has been counted and is sound in every number.
 */
export function reading(file: string, read: (warnings: WarningList) => Score): ReadResult<Score> {
  const warnings = new WarningList();
  try {
    const score = trimmed(read(warnings));
    checkCounts(score, file);
    const fault = validateScore(score)[0];
    if (fault) {
      const measure = score.measures[fault.measure]?.number;
      throw new Refusal({
        code: 'bad-score',
        message: `The file contradicts itself: ${fault.message}`,
        place: { file, ...(measure === undefined ? {} : { measure }) },
      });
    }
    return { ok: true, value: score, warnings: warnings.list() };
  } catch (error) {
    if (error instanceof Refusal) return { ok: false, error: error.detail };
    return {
      ok: false,
      error: {
        code: 'unreadable',
        message:
          'The file could not be made sense of. Export it again, or in another of the formats that Key Path reads.',
        place: { file },
      },
    };
  }
}
