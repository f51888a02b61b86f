import { describe, expect, it } from 'vitest';
import { hostileFiles } from '../../testing/hostile-files';
import { MOST } from './most.data';
import { readScore } from './read-score';

describe('files made to stop a reader', () => {
  it.each(hostileFiles().map((each) => [each.name, each] as const))(
    '%s: refused with what was counted',
    (_, { bytes, file, code, count }) => {
      const result = readScore(bytes, file);
      expect(result).toMatchObject({ ok: false, error: { code, place: { file } } });
      if (result.ok || !count) return;
      expect(result.error.count).toMatchObject({ what: count, most: MOST[count] });
      // Lengths are known at once; whatever is counted has only just gone over what is taken: nothing was read beyond it.
      if (!count.startsWith('characters'))
        expect(result.error.count!.reached).toBeLessThanOrEqual(
          Math.max(2 * MOST[count], MOST[count] + 1_000),
        );
    },
  );
});
