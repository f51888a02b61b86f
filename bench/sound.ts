import { chromium } from '@playwright/test';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BROWSER } from '../e2e/browser';
import { freePort, importTune, StudioServer, waitingForLife } from '../e2e/studio';
import { percentiles } from './measure';

const NOTES = 32;
const SECONDS_APART = 0.5;
const HEADER_BYTES = 44;

/** Quarter notes at 120: where their sound begins in a rendering by the built application, against where it should. */
export async function benchSound(): Promise<readonly Record<string, string | number>[]> {
  const folder = mkdtempSync(join(tmpdir(), 'key-path-bench-'));
  const studio = new StudioServer(await freePort(), folder);
  await studio.start();
  const browser = await chromium.launch(BROWSER);
  try {
    const page = waitingForLife(await browser.newPage({ baseURL: studio.url }));
    const file = join(folder, 'ticks.abc');
    const measures = Array.from({ length: NOTES / 4 }, () => 'C E G c').join('|');
    writeFileSync(file, `X:1\nT:Ticks\nM:4/4\nL:1/4\nQ:1/4=120\nK:C\n${measures}|]\n`);
    await importTune(page, file);
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save as sound' }).click();
    const wav = readFileSync(await (await download).path());
    const errors = onsetErrorsMs(wav);
    const { median, p95 } = percentiles(errors.map(Math.abs));
    return [
      {
        work: `onsets of ${NOTES} notes, offline render`,
        'median error, ms': median,
        'p95, ms': p95,
        'largest, ms': Math.round(10 * Math.max(...errors.map(Math.abs))) / 10,
      },
    ];
  } finally {
    await browser.close();
    await studio.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** A note begins where the sound first rises well above what was still ringing just before. */
function onsetErrorsMs(wav: Buffer): readonly number[] {
  const rate = wav.readUInt32LE(24);
  const sample = (index: number) => Math.abs(wav.readInt16LE(HEADER_BYTES + 2 * index));
  const loudest = (from: number, to: number) => {
    let most = 0;
    for (let index = Math.max(0, Math.round(from * rate)); index < to * rate; index += 1)
      most = Math.max(most, sample(index));
    return most;
  };
  return Array.from({ length: NOTES }, (_, note) => {
    const wanted = note * SECONDS_APART;
    const ringing = loudest(wanted - 0.02, wanted - 0.004);
    const peak = loudest(wanted, wanted + 0.08);
    const threshold = Math.max(ringing * 1.5, peak * 0.12);
    let index = Math.max(0, Math.round((wanted - 0.02) * rate));
    while (sample(index) < threshold && index < (wanted + 0.2) * rate) index += 1;
    return (index / rate - wanted) * 1000;
  });
}
