import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryScore } from '../../testing/arbitrary-score';
import { applyScoreStep, invertScoreStep, type ScoreStep } from './steps';
import { validateScore } from './validate';
import { ticks } from '../units';

describe('score steps', () => {
  it('undo exactly what they did', () => {
    fc.assert(
      fc.property(arbitraryScore, fc.nat(), (score, pick) => {
        if (score.notes.length === 0) return;
        const note = score.notes[pick % score.notes.length]!;
        const steps: ScoreStep[] = [
          { kind: 'set-text', field: 'title', from: score.title, to: 'Another' },
          { kind: 'replace-notes', removed: [note], added: [{ ...note, finger: 3 }] },
        ];
        for (const step of steps) {
          const there = applyScoreStep(score, step);
          if (!there.ok) throw new Error(there.message);
          const back = applyScoreStep(there.score, invertScoreStep(step));
          expect(back.ok && back.score).toEqual(score);
        }
      }),
      { numRuns: 40 },
    );
  });

  it('refuses a step made for another state', () => {
    fc.assert(
      fc.property(arbitraryScore, (score) => {
        expect(
          applyScoreStep(score, { kind: 'set-text', field: 'title', from: 'not this', to: 'x' }),
        ).toMatchObject({ ok: false, code: 'stale-step' });
      }),
      { numRuns: 5 },
    );
  });
});

describe('validation', () => {
  it('finds nothing wrong with random sound scores, and what was broken in them', () => {
    fc.assert(
      fc.property(arbitraryScore, (score) => {
        expect(validateScore(score)).toEqual([]);
        const note = score.notes[0];
        if (!note) return;
        const codes = (broken: typeof score) => validateScore(broken).map((fault) => fault.code);
        expect(codes({ ...score, notes: [...score.notes, note] })).toContain('duplicate-id');
        expect(codes({ ...score, notes: [{ ...note, duration: ticks(10_000_000) }] })).toContain(
          'outside-measure',
        );
        expect(codes({ ...score, notes: [{ ...note, tieTo: 'gone' as typeof note.id }] })).toContain(
          'dangling-tie',
        );
      }),
      { numRuns: 40 },
    );
  });
});
