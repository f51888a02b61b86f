import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { hostileFiles } from '../src/lib/testing/hostile-files';
import { commands } from './commands';

let folder = '';
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'key-path-cli-'))));
afterEach(() => {
  rmSync(folder, { recursive: true });
  vi.restoreAllMocks();
});

/** Runs a command and gives back its verdict and the JSON lines it printed. */
function run(name: string, ...args: string[]) {
  const printed = vi.spyOn(console, 'log').mockImplementation(() => undefined);
  const complained = vi.spyOn(console, 'error').mockImplementation(() => undefined);
  const isGood = commands[name]!(args);
  const lines = printed.mock.calls.map(([line]) => JSON.parse(line as string));
  return { isGood, lines, complaints: complained.mock.calls.length };
}

const TUNE = 'demo/sources/lantern-on-the-quay.musicxml';

describe('the command line', () => {
  it('imports each file on a line of its own, and goes on past one that fails', () => {
    const { isGood, lines, complaints } = run(
      'import',
      TUNE,
      join(folder, 'none.musicxml'),
      'demo/sources/two-boats.musicxml',
    );
    expect(isGood).toBe(false);
    expect(complaints).toBe(1);
    expect(lines[0]).toMatchObject({
      title: 'Lantern on the Quay',
      key: 'G',
      time: '4/4',
      measures: 33,
      notes: 110,
      warnings: [],
    });
    expect(lines[1]).toMatchObject({ error: { code: 'empty-file' } });
    expect(lines[2]).toMatchObject({ key: 'C', measures: 16 });
  });

  it('arranges into a key and writes a file that holds the same notes', () => {
    const out = join(folder, 'out.musicxml');
    const arranged = run('arrange', TUNE, '--key', 'Eb', '--left', 'close-triads', '--out', out, '--score');
    expect(arranged.isGood).toBe(true);
    expect(arranged.lines[0]).toMatchObject({
      key: 'Eb',
      measures: expect.arrayContaining([
        expect.objectContaining({ number: '1', texture: 'close-triads', snags: [] }),
      ]),
    });
    vi.restoreAllMocks();
    const back = run('import', out, '--score');
    const plain = (notes: readonly { id: string }[]) => notes.map((note) => ({ ...note, id: '' }));
    expect(plain(back.lines[0].score)).toEqual(plain(arranged.lines[0].score));
    expect(readFileSync(out, 'utf8')).toContain('version="4.0"');
  });

  it('writes an arrangement as MIDI and ABC, which hold the same notes', () => {
    const names = (lines: readonly { score: readonly { onset: string; pitch: string }[] }[]) =>
      lines[0]!.score.map((note) => `${note.onset} ${note.pitch}`).sort();
    for (const extension of ['mid', 'abc']) {
      const out = join(folder, `out.${extension}`);
      const arranged = run(
        'arrange',
        TUNE,
        '--key',
        'F',
        '--right',
        'tune',
        '--left',
        'held-root',
        '--out',
        out,
        '--score',
      );
      vi.restoreAllMocks();
      const back = run('import', out, '--score');
      expect(back.lines[0]).toMatchObject({ key: 'F', measures: 33 });
      expect(names(back.lines)).toEqual(names(arranged.lines));
      vi.restoreAllMocks();
    }
  });

  it('analyses a chart: its key, chords and form', () => {
    const { lines } = run('analyse', 'demo/sources/winter-berth.cho');
    expect(lines[0]).toMatchObject({
      key: 'C',
      form: {
        sections: [
          { name: 'Verse', from: '1', to: '8' },
          { name: 'Refrain', from: '9', to: '16' },
        ],
      },
    });
    expect(lines[0].chords[0]).toMatchObject({ chord: 'C', roman: 'I', given: true });
  });

  it('counts a line of rhythm with its pickup, ties and rests', () => {
    const { lines } = run('count', '--time', '3/4', '--pickup', '1/8', '--notes', '1/8 | 1/4~ 1/8 1/8 r:1/4');
    expect(
      lines[0].map((count: { syllable: string; state: string }) => `${count.syllable} ${count.state}`),
    ).toEqual(['& sounds', '1 sounds', '2 held', '& sounds', '3 rest']);
    expect(lines[0][1].at).toBe('1/2');
  });

  it('spells a chord, and says where it cannot', () => {
    expect(run('chord', 'F#m7b5/A').lines[0]).toEqual({
      symbol: 'F#m7b5/A',
      root: 'F#',
      quality: 'm7b5',
      tones: ['F#', 'A', 'C', 'E'],
      bass: 'A',
      degree: null,
    });
    vi.restoreAllMocks();
    expect(run('chord', 'D7', '--key', 'C').lines[0]).toMatchObject({
      degree: '2',
      roman: 'V7/V',
      outsideKey: true,
    });
    vi.restoreAllMocks();
    expect(run('chord', 'C7xyz')).toMatchObject({
      isGood: false,
      lines: [{ error: { code: 'unknown-chord', place: { character: 3 } } }],
    });
  });

  it.each([
    ['arrange', [TUNE, '--key', 'H']],
    ['arrange', [TUNE, '--left', 'boogie']],
    ['arrange', [TUNE, TUNE, '--out', 'x.musicxml']],
    ['count', ['--time', '4/3', '--notes', '1/4']],
    ['count', ['--time', '4/4', '--notes', '1/4', '--pickup', '5/4']],
    ['arrange', [TUNE, '--out', 'x.doc']],
    ['chord', ['C', '--key', 'H']],
    ['import', []],
  ])('refuses %s %j with one clear line', (name, args) => {
    const { isGood, lines, complaints } = run(name, ...args);
    expect({ isGood, lines, complaints }).toEqual({ isGood: false, lines: [], complaints: 1 });
  });
});

it('goes on with a batch after files made to stop it', () => {
  const hostile = hostileFiles().filter(({ name }) => /sharps|tuplet|let go|chorus/.test(name));
  const files = hostile.map(({ file, bytes }, index) => {
    const path = join(folder, `${index}-${file}`);
    writeFileSync(path, bytes);
    return path;
  });
  const { isGood, lines } = run('arrange', ...files, 'demo/sources/winter-berth.cho', '--rung', '2');
  expect(isGood).toBe(false);
  expect(lines.slice(0, -1).map(({ error }) => error.code)).toEqual(hostile.map(({ code }) => code));
  expect(lines.at(-1)!.measures.length).toBeGreaterThan(8);
});
