import { isSameRecord } from './same-record';
import { NO_JUDGEMENT, type Judgement } from './model';
import type { ScoreStep } from './steps';

const TEXTS = {
  title: 'the title',
  composer: 'the composer',
  lyricist: 'the words’ author',
  rights: 'the rights note',
};
const JUDGED: Readonly<Record<keyof Judgement, string>> = {
  key: 'the key',
  chords: 'a chord',
  tune: 'where the tune is',
  sections: 'sections',
  dismissed: 'a finding put aside',
};

/** What a correction of a source is about, in a few words, for “Undo: …”. */
export function scoreStepWords(step: ScoreStep): string {
  switch (step.kind) {
    case 'set-text':
      return TEXTS[step.field];
    case 'replace-notes':
      return step.added.length === 1
        ? 'the spelling of a note'
        : `the spelling of ${step.added.length} notes`;
    case 'set-judgement': {
      const [from, to] = [step.from ?? NO_JUDGEMENT, step.to ?? NO_JUDGEMENT];
      const changed = (Object.keys(JUDGED) as (keyof Judgement)[]).filter(
        (field) => !isSameRecord(from[field], to[field]),
      );
      return changed.map((field) => JUDGED[field]).join(', ');
    }
    case 'set-parts':
      return 'what the staves are for';
  }
}
