import { strToU8, zipSync } from 'fflate';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryScore } from '../../../testing/arbitrary-score';
import { demoTunes } from '../../../testing/demo-tunes';
import { comparableScore } from '../../score/compare';
import { validateScore } from '../../score/validate';
import { writtenOut } from '../../score/written-out';
import { readMusicXml } from './read';
import { writeMusicXml } from './write';

function read(bytes: Uint8Array) {
  const result = readMusicXml(bytes, 'test.musicxml');
  if (!result.ok) throw new Error(`${result.error.code}: ${result.error.message}`);
  return result;
}

describe('writing and reading MusicXML', () => {
  it('gives every random score back equal, without a warning', () => {
    fc.assert(
      fc.property(arbitraryScore, (score) => {
        const back = read(strToU8(writeMusicXml(score)));
        expect(back.warnings).toEqual([]);
        expect(comparableScore(back.value)).toEqual(comparableScore(writtenOut(score)));
      }),
      { numRuns: 150 },
    );
  });

  it('gives every demo tune back equal', () => {
    for (const { score } of demoTunes()) {
      expect(validateScore(score)).toEqual([]);
      expect(comparableScore(read(strToU8(writeMusicXml(score))).value)).toEqual(comparableScore(score));
    }
  });

  it('writes counts under the lower staff without touching the notes', () => {
    const [tune] = demoTunes();
    const xml = writeMusicXml(tune!.score, [
      { at: 0, text: '4' },
      { at: 5040, text: '&' },
    ]);
    const back = read(strToU8(xml)).value;
    expect(comparableScore(back).notes).toEqual(comparableScore(tune!.score).notes);
    expect(back.marks.filter((mark) => mark.kind === 'words').map((mark) => mark.text)).toEqual(['4', '&']);
  });

  it('reads UTF-16, byte-order marks and compressed files alike', () => {
    const xml = writeMusicXml(demoTunes()[0]!.score);
    const plain = comparableScore(read(strToU8(xml)).value);
    const utf16 = (order: 'little' | 'big') => {
      const bytes = new Uint8Array(2 + xml.length * 2);
      const view = new DataView(bytes.buffer);
      view.setUint16(0, 0xfeff, order === 'little');
      for (let index = 0; index < xml.length; index += 1)
        view.setUint16(2 + index * 2, xml.charCodeAt(index), order === 'little');
      return bytes;
    };
    const container = strToU8(
      '<?xml version="1.0"?><container><rootfiles><rootfile full-path="music/score.xml"/></rootfiles></container>',
    );
    const mxl = zipSync({ 'META-INF/container.xml': container, 'music/score.xml': strToU8(xml) });
    for (const bytes of [
      utf16('little'),
      utf16('big'),
      new Uint8Array([0xef, 0xbb, 0xbf, ...strToU8(xml)]),
      mxl,
    ]) {
      expect(comparableScore(read(bytes).value)).toEqual(plain);
    }
  });
});
