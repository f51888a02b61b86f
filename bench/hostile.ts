import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { hostileFiles } from '../src/lib/testing/hostile-files';

/** Time and memory that each file takes which was made to stop a reader, in a process of its own. */
export function benchHostile(): readonly Record<string, string | number>[] {
  const folder = mkdtempSync(join(tmpdir(), 'key-path-hostile-'));
  const rows = hostileFiles().map(({ name, file, bytes }) => {
    const path = join(folder, file);
    writeFileSync(path, bytes);
    const run = spawnSync(process.execPath, ['--import', 'tsx', 'bench/hostile-one.ts', path], {
      encoding: 'utf8',
    });
    const { code, tookMs, mostMb } = JSON.parse(run.stdout) as {
      code: string;
      tookMs: number;
      mostMb: number;
    };
    return {
      file: name,
      answer: code,
      'took, ms': tookMs,
      'budget, ms': 3_000,
      'memory, MB': mostMb,
      'most, MB': 400,
    };
  });
  rmSync(folder, { recursive: true });
  return rows;
}
