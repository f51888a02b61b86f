import { isSameRecord } from './same-record';
import type { NoteId } from '../units';
import type { Judgement, Note, Part, Score } from './model';
import { compareNotes } from './order';

/** A correction of the source. Each step knows what it replaced, so it can be taken back exactly. */
export type ScoreStep =
  | {
      readonly kind: 'set-text';
      readonly field: 'title' | 'composer' | 'lyricist' | 'rights';
      readonly from: string;
      readonly to: string;
    }
  | { readonly kind: 'replace-notes'; readonly removed: readonly Note[]; readonly added: readonly Note[] }
  | { readonly kind: 'set-judgement'; readonly from: Judgement | null; readonly to: Judgement | null }
  | { readonly kind: 'set-parts'; readonly from: readonly Part[]; readonly to: readonly Part[] };

export type StepResult =
  | { readonly ok: true; readonly score: Score }
  | { readonly ok: false; readonly code: 'stale-step'; readonly message: string };

/** Applies a step; refuses one made for another state of the score rather than guessing. */
export function applyScoreStep(score: Score, step: ScoreStep): StepResult {
  switch (step.kind) {
    case 'set-text':
      if (score[step.field] !== step.from) return stale(`The ${step.field} has changed meanwhile.`);
      return { ok: true, score: { ...score, [step.field]: step.to } };
    case 'replace-notes': {
      const removed = new Set<NoteId>(step.removed.map((note) => note.id));
      const kept = score.notes.filter((note) => !removed.has(note.id));
      if (kept.length !== score.notes.length - removed.size)
        return stale('A note to change is no longer there.');
      const ids = new Set(kept.map((note) => note.id));
      if (step.added.some((note) => ids.has(note.id))) return stale('A note to add is there already.');
      const notes = [...kept, ...step.added].sort(compareNotes);
      return { ok: true, score: { ...score, notes } };
    }
    case 'set-judgement':
      if (!isSameRecord(score.judgement, step.from))
        return stale('What was decided about the piece has changed meanwhile.');
      return { ok: true, score: { ...score, judgement: step.to } };
    case 'set-parts':
      if (!isSameRecord(score.parts, step.from)) return stale('The parts have changed meanwhile.');
      return { ok: true, score: { ...score, parts: step.to } };
  }
}

export function invertScoreStep(step: ScoreStep): ScoreStep {
  switch (step.kind) {
    case 'set-text':
      return { ...step, from: step.to, to: step.from };
    case 'replace-notes':
      return { ...step, removed: step.added, added: step.removed };
    case 'set-judgement':
      return { ...step, from: step.to, to: step.from };
    case 'set-parts':
      return { ...step, from: step.to, to: step.from };
  }
}

function stale(message: string): StepResult {
  return { ok: false, code: 'stale-step', message };
}
