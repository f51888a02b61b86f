import type { Choice } from '../ladder/choose';
import type { Remedy } from './remedies';
import { snag, type Snag } from './snag';

/** Tune notes on strong beats that did not survive, named. `remedy` tells what would keep those of a measure. */
export function lostNotes(
  choices: readonly Choice[],
  strongTune: ReadonlySet<string>,
  present: ReadonlySet<string>,
  remedy: (measure: number) => readonly Remedy[],
): readonly Snag[] {
  return choices.flatMap(({ candidate }, measure) => {
    const losses = [...candidate.right.music.losses, ...candidate.left.music.losses];
    return losses
      .filter(
        ({ kind, notes }) =>
          kind === 'left-out' && notes.some((note) => strongTune.has(note) && !present.has(note)),
      )
      .map(({ hand, notes, sentence }) =>
        snag({
          code: 'tune-lost',
          measure,
          detail: notes.join(),
          hand,
          sentence,
          remedies: remedy(measure),
        }),
      );
  });
}
