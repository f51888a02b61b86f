import { strToU8, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { formatOf, readScore, SCORE_EXTENSIONS } from './read-score';
import { SCORE_FORMATS } from './score-formats';
import { EXPORTS, isExportFormat, writeScore, type ExportFormat } from './write-score';
import { scoreFromAbc } from '../../testing/labelled-scores';

describe('telling formats apart', () => {
  it.each([
    ['a.mid', 'MThd....', 'midi'],
    ['a.bin', 'MThd....', 'midi'],
    ['a.txt', '  <score-partwise/>', 'musicxml'],
    ['a.abc', 'anything', 'abc'],
    ['a.txt', 'X:1\nK:C\nCDE|', 'abc'],
    ['a.txt', 'T:No number\nK:G\nGAB|', 'abc'],
    ['a.txt', '{title: Song}\n[C]la', 'chart'],
    ['a.cho', '| C | G |', 'chart'],
  ] as const)('%s with “%s” is %s', (name, text, expected) =>
    expect(formatOf(strToU8(text), name)).toBe(SCORE_FORMATS[expected]),
  );

  it('a compressed file is a score', () =>
    expect(formatOf(zipSync({ 'a.xml': strToU8('<x/>') }), 'a.zip')).toBe(SCORE_FORMATS.musicxml));

  it('endings are one format’s each, and tell an unreadable file’s format', () => {
    expect(new Set(SCORE_EXTENSIONS).size).toBe(SCORE_EXTENSIONS.length);
    for (const format of Object.values(SCORE_FORMATS))
      for (const extension of format.extensions)
        expect(formatOf(strToU8('no head'), `A${extension.toUpperCase()}`)).toBe(format);
  });
});

describe('reading and writing by format', () => {
  const score = scoreFromAbc('X:1\nT:All ways\nM:3/4\nL:1/4\nK:F\n"F"F A c|"C7"B G E|"F"F3|]');

  it.each(Object.keys(EXPORTS) as ExportFormat[])('%s is read back with its measures and key', (format) => {
    expect(isExportFormat(format)).toBe(true);
    const read = readScore(writeScore(score, format), `out.${EXPORTS[format].extension}`);
    if (!read.ok) throw new Error(read.error.message);
    expect(read.value.measures.map((measure) => measure.length)).toEqual([30_240, 30_240, 30_240]);
    expect(read.value.measures[0]!.key.fifths).toBe(-1);
    if (format !== 'midi') expect(read.value.chords).toHaveLength(3);
    if (format !== 'chordpro') expect(read.value.notes).toHaveLength(7);
  });

  it('the words of a chart are not lost in MusicXML', () => {
    const chart = readScore(strToU8('| [C]Lights [/]on the [G]water [/] |'), 'a.cho');
    if (!chart.ok) throw new Error(chart.error.message);
    const read = readScore(writeScore(chart.value, 'musicxml'), 'a.musicxml');
    if (!read.ok) throw new Error(read.error.message);
    const words = read.value.marks.flatMap((mark) =>
      mark.kind === 'words' ? [`${mark.at} ${mark.text}`] : [],
    );
    expect(words).toEqual(['0 Lights', '10080 on the', '20160 water']);
  });

  it('knows no other formats', () => expect(isExportFormat('pdf')).toBe(false));

  it.each([
    ['empty.abc', new Uint8Array(), 'empty-file'],
    ['huge.abc', new Uint8Array(11 * 1024 * 1024), 'too-large'],
    ['binary.abc', Uint8Array.from([65, 0, 0, 1, 2]), 'bad-encoding'],
    ['words.txt', strToU8('Dear parents, there is no lesson on Friday.'), 'not-a-score'],
  ])('refuses %s', (name, bytes, code) =>
    expect(readScore(bytes, name)).toMatchObject({ ok: false, error: { code } }),
  );
});

describe('what is no file of notes', () => {
  it.each([
    ['a.pdf', [...strToU8('%PDF-1.7 …')], /PDF.*cannot read them from a printed page.*MusicXML or MIDI/],
    ['a.png', [0x89, 0x50, 0x4e, 0x47, 0x0d], /picture/],
    ['a.jpg', [0xff, 0xd8, 0xff, 0xe0], /picture/],
    ['a.mp3', [...strToU8('ID3'), 4, 0], /recording/],
  ])('%s is refused with the reason and the way out', (name, bytes, words) => {
    const read = readScore(Uint8Array.from(bytes), name);
    expect(read).toMatchObject({ ok: false, error: { code: 'unknown-format', place: { file: name } } });
    if (!read.ok) expect(read.error.message).toMatch(words);
  });
});
