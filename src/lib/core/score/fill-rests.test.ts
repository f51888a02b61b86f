import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { GRACE } from '../../testing/grace';
import { scoreFromText } from '../../testing/score-from-text';
import { fillWithRests } from './fill-rests';
import type { Note, Rest } from './model';
import { ticks } from '../units';

const PLACE = { staff: 1, voice: 'L' };
const QUARTER = 10_080;

function rests(
  text: string,
  source: readonly Rest[] = [],
  time: readonly [number, number] = [4, 4],
  offset = 0,
) {
  const { measures, notes } = scoreFromText({ time, key: 'C', right: text });
  return fillWithRests(measures[0]!, offset, notes, source, PLACE);
}

/** Places and lengths in quarters. */
const written = (list: readonly Rest[]) =>
  list
    .map(
      ({ at, duration, isWholeMeasure }) =>
        `${at / QUARTER}+${duration / QUARTER}${isWholeMeasure ? ' whole' : ''}`,
    )
    .join(' ');

describe('rests', () => {
  it('fill what does not sound, as the metre writes it', () => {
    expect(written(rests('C4:1/2 r:1/2'))).toBe('2+2');
    expect(written(rests('r:1/4 C4 r:1/4 C4'))).toBe('0+1 2+1');
    expect(written(rests('C4 r:3/4'))).toBe('1+1 2+2');
    expect(written(rests('r:1/4 C4 r:1/8', [], [6, 8]))).toBe('0+1 2+0.5');
    expect(written(rests('C4:1/1'))).toBe('');
  });

  it('are one for a whole measure, but not for a pickup', () => {
    expect(written(rests('r:1/1'))).toBe('0+4 whole');
    expect(written(rests('r:1/4', [], [4, 4], 3 * QUARTER))).toBe('0+1');
  });

  it('stand on the staff and in the voice that are asked for', () => {
    expect(rests('C4:1/2 r:1/2')[0]).toMatchObject({
      staff: 1,
      voice: 'L',
      part: 0,
      measure: 0,
      tuplet: null,
    });
  });

  it('stay as the source wrote them where they still fit, and are written anew where they do not', () => {
    const { rests: own } = scoreFromText({ time: [4, 4], key: 'C', right: 'C4 r:1/4 r:1/4 r:1/4' });
    expect(written(rests('C4 r:3/4', own))).toBe('1+1 2+1 3+1');
    expect(written(rests('C4:1/8 r:7/8', own))).toBe('0.5+0.5 1+1 2+2');
  });

  it('do not count grace notes as sound', () => {
    const { measures, notes } = scoreFromText({ time: [4, 4], key: 'C', right: 'C4:1/1' });
    const graced = notes.map((note): Note => ({ ...note, grace: GRACE }));
    expect(written(fillWithRests(measures[0]!, 0, graced, [], PLACE))).toBe('0+4 whole');
  });

  it('and notes cover the measure once, whatever sounds', () => {
    const span = fc.tuple(fc.nat(15), fc.integer({ min: 1, max: 8 }));
    fc.assert(
      fc.property(fc.array(span, { maxLength: 5 }), (plan) => {
        const { measures, notes } = scoreFromText({ time: [4, 4], key: 'C', right: 'C4:1/1' });
        const sixteenth = QUARTER / 4;
        const sounding = plan.map(([at, length]): Note => ({
          ...notes[0]!,
          at: ticks(at * sixteenth),
          duration: ticks(Math.min(16 - at, length) * sixteenth),
        }));
        const filled = fillWithRests(measures[0]!, 0, sounding, [], PLACE);
        for (let slot = 0; slot < 16; slot += 1) {
          const covers = ({ at, duration }: { at: number; duration: number }) =>
            at <= slot * sixteenth && at + duration > slot * sixteenth;
          const isSounding = sounding.some(covers);
          expect(filled.filter(covers)).toHaveLength(isSounding ? 0 : 1);
        }
      }),
    );
  });
});
