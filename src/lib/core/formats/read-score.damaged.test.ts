import { strToU8 } from 'fflate';
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { demoTunes } from '../../testing/demo-tunes';
import { mutate, randomFrom } from '../../testing/mutate';
import { writeMidiFile } from './midi/write';
import { readScore } from './read-score';

const FOLDER = new URL('../../../../demo/sources/', import.meta.url);
const files = [
  ...readdirSync(FOLDER).map((name) => ({
    name,
    bytes: new Uint8Array(readFileSync(new URL(name, FOLDER))),
  })),
  ...demoTunes().map(({ file, score }) => ({ name: `${file}.mid`, bytes: writeMidiFile(score) })),
  { name: 'chart.txt', bytes: strToU8('Verse:\n| C / G7 / | Am |\nC      F\nwords under chords\n') },
];

describe('damaged files', () => {
  it.each(files.map(({ name, bytes }) => [name, bytes] as const))(
    '%s: every damage is read as far as it goes or refused with a reason',
    (name, bytes) => {
      const random = randomFrom(name.length);
      for (let index = 0; index < 60; index += 1) {
        const result = readScore(mutate(bytes, random), name);
        if (!result.ok) expect(result.error.message.length).toBeGreaterThan(10);
      }
    },
  );

  it('says of something that is no music what can be read', () =>
    expect(readScore(Uint8Array.from([0, 1, 2, 3]), 'thing.bin')).toMatchObject({
      ok: false,
      error: { code: 'bad-encoding', message: expect.stringContaining('MIDI, MusicXML, ABC') },
    }));
});
