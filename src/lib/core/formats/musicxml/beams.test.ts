import { describe, expect, it } from 'vitest';
import { demoTunes } from '../../../testing/demo-tunes';
import { scoreFromText } from '../../../testing/score-from-text';
import type { Score } from '../../score/model';
import { beamSigns } from './beams';
import { readMusicXml } from './read';
import { writeMusicXml } from './write';

/** The beams of the first measure's upper staff, a word a note: number and value for each. */
function beamsOf(score: Score): readonly string[] {
  const events = score.notes.filter((note) => note.measure === 0 && note.staff === 0);
  const signs = beamSigns(events, score.measures[0]!, score.measures);
  return events.map((event) =>
    (signs.get(event) ?? []).map(({ number, value }) => `${number} ${value}`).join(', '),
  );
}
const of = (right: string, time: [number, number] = [4, 4]) =>
  beamsOf(scoreFromText({ time, key: 'C', right }));

describe('beams in a file', () => {
  it('join the eighths of half a measure in four, and of a beat in six', () => {
    expect(of('C4:1/8 D4:1/8 E4:1/8 F4:1/8 G4:1/2')).toEqual([
      '1 begin',
      '1 continue',
      '1 continue',
      '1 end',
      '',
    ]);
    expect(of('C4:1/8 D4:1/8 E4:1/8 F4:1/4 G4:1/8', [6, 8])).toEqual([
      '1 begin',
      '1 continue',
      '1 end',
      '',
      '',
    ]);
  });

  it('leave a single eighth its flag', () => {
    expect(of('C4:3/8 D4:1/8 E4:1/2')).toEqual(['', '', '']);
  });

  it('say nothing where the metre does not say how it is grouped', () => {
    const eighths = 'C4:1/8 D4:1/8 E4:1/8 F4:1/8 G4:1/8';
    expect(new Set(of(eighths, [5, 8]))).toEqual(new Set(['']));
  });

  it('have a second beam for sixteenths, and a hook for one alone', () => {
    expect(of('C4:1/16 D4:1/16 E4:1/8 F4:1/4 G4:1/2')).toEqual([
      '1 begin, 2 begin',
      '1 continue, 2 end',
      '1 end',
      '',
      '',
    ]);
    expect(of('C4:3/16 D4:1/16 E4:1/4 F4:1/2')).toEqual(['1 begin', '1 end, 2 backward hook', '', '']);
    expect(of('C4:1/16 D4:3/16 E4:1/4 F4:1/2')).toEqual(['1 begin, 2 forward hook', '1 end', '', '']);
  });

  it('are opened and closed on every level in every demo tune, and change nothing that is read back', () => {
    for (const { file, score } of demoTunes()) {
      const text = writeMusicXml(score);
      const count = (value: string) => text.split(`>${value}</beam>`).length - 1;
      expect(count('begin')).toBe(count('end'));
      const again = readMusicXml(new TextEncoder().encode(text), file);
      expect(again.ok && again.value.notes.length).toBe(score.notes.length);
      expect(again.ok && again.warnings).toEqual([]);
    }
  });
});
