import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { ticks } from '../units';
import { writtenOut } from './written-out';

const score = scoreFromText({ time: [9, 8], key: 'C', right: 'C5:9/8 | D5:3/4 E5:3/8' });

describe('lengths that no single value writes', () => {
  it('are cut where the metre divides, and tied', () => {
    const { notes } = writtenOut(score);
    const parts = notes.filter((note) => note.measure === 0 && note.staff === 0);
    expect(parts.reduce((sum, note) => sum + note.duration, 0)).toBe(45_360);
    expect(parts.length).toBeGreaterThan(1);
    for (const [index, note] of parts.slice(0, -1).entries()) {
      expect(note.tieTo).toBe(parts[index + 1]!.id);
      expect(note.at + note.duration).toBe(parts[index + 1]!.at);
    }
    expect(parts.at(-1)!.tieTo).toBeNull();
  });

  it('bear what ends with the note on their last part, and what opens it on the first', () => {
    const [long, next] = score.notes.filter((note) => note.staff === 0);
    const marked = {
      ...score,
      notes: score.notes.map((note) => (note === long ? { ...note, finger: 3 } : note)),
      slurs: [{ from: long!.id, to: long!.id }],
    };
    const written = writtenOut(marked);
    const parts = written.notes.filter((note) => note.measure === 0 && note.staff === 0);
    expect(parts.map(({ finger }) => finger)).toEqual([3, ...parts.slice(1).map(() => null)]);
    expect(written.slurs[0]).toEqual({ from: long!.id, to: parts.at(-1)!.id });
    expect(written.notes).toContain(next);
  });

  it('leave a score that has none as it is', () => {
    const plain = scoreFromText({ time: [4, 4], key: 'C', right: 'C5:1/2 D5:1/4 E5' });
    expect(writtenOut(plain)).toBe(plain);
    const triplet = { ...plain, rests: plain.rests.map((rest) => ({ ...rest, duration: ticks(12_600) })) };
    expect(writtenOut(triplet) === triplet).toBe(plain.rests.length === 0);
  });
});
