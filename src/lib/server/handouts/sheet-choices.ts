import { eq } from 'drizzle-orm';
import type { Edition } from '../../core/handout/edition';
import type { SheetChoices } from '../../core/handout/sheet-choices';
import { database } from '../db/client';
import { learners } from '../db/schema';
import { read } from '../kept/kept';
import type { Learner } from '../learners';

/** What a handout is made of until somebody chooses: the score as the Bench shows it, in the learner's ways. */
export function usualChoices({ recipe }: Pick<Edition, 'recipe'>, learner: Learner | null): SheetChoices {
  return {
    sheets: ['score'],
    paper: 'a4',
    noteSize: learner?.readsLarge ? 'large' : 'normal',
    measuresALine: null,
    fingers: recipe.fingers !== 'hidden',
    counts: recipe.counts === 'shown',
    chordSymbols: recipe.chordSymbols !== 'hidden',
    pedal: true,
    noteNames: learner?.showsNoteNames ?? false,
    octaves: 1,
    handsApart: 'alone',
    largeWords: learner?.readsLarge ?? false,
  };
}

/** As they were last chosen for the learner. What is printed with the notes is the edition's own: another piece shows other things. */
export function choicesFor(edition: Pick<Edition, 'recipe'>, learner: Learner | null): SheetChoices {
  const usual = usualChoices(edition, learner);
  if (!learner?.sheets?.ok) return usual;
  const { fingers, counts, chordSymbols, pedal } = usual;
  return { ...learner.sheets.value, fingers, counts, chordSymbols, pedal };
}

export function keepChoices(learnerId: string, choices: SheetChoices): void {
  database()
    .update(learners)
    .set({ sheets: read(choices) })
    .where(eq(learners.id, learnerId))
    .run();
}
