import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { openSteps } from './open-steps';
import { scoreStepWords } from './step-words';
import { NO_JUDGEMENT } from './model';

describe('what can still be undone', () => {
  const opposite = (earlier: number, later: number) => later === -earlier;

  it('leaves out what was taken back', () => {
    expect(openSteps([1, 2, -2, 3], opposite)).toEqual([1, 3]);
    expect(openSteps([1, 2, -2, -1, 4], opposite)).toEqual([4]);
    expect(openSteps([1, 2, -2, 2], opposite)).toEqual([1, 2]);
  });

  it('is what an undo stack holds, however steps, undos and redos came', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('make', 'undo', 'redo')), (acts) => {
        const history: number[] = [];
        let made: number[] = [];
        let back: number[] = [];
        for (const act of acts) {
          if (act === 'make') {
            const step = history.length + 1;
            history.push(step);
            made = [...made, step];
            back = [];
          } else if (act === 'undo' && made.length > 0) {
            const step = made.pop()!;
            history.push(-step);
            back = [...back, step];
          } else if (act === 'redo' && back.length > 0) {
            const step = back.pop()!;
            history.push(step);
            made.push(step);
          }
        }
        expect(openSteps(history, opposite)).toEqual(made);
      }),
    );
  });

  it('is said in words', () => {
    const judged = (change: object) =>
      scoreStepWords({ kind: 'set-judgement', from: null, to: { ...NO_JUDGEMENT, ...change } });
    expect(judged({ key: { fifths: 1, mode: 'major' } })).toBe('the key');
    expect(scoreStepWords({ kind: 'set-text', field: 'rights', from: '', to: 'x' })).toBe('the rights note');
  });
});
