import type { HandName } from '../hands/hand';
import type { Setting } from '../document/choices/settings.data';
import { mostAtOnce } from '../load/load';
import { forEachHand, type ForHands } from './fields';
import { defineLimit, plainNotes } from './limit';

/** How many notes a hand holds at one moment. */
export const notesAtOnce = defineLimit({
  fields: {
    notesSolo: forEachHand('Notes at once, solo (right, left)', { least: 1, most: 5 }, [
      [1, 1],
      [1, 2],
      [2, 3],
      [2, 3],
      [3, 4],
      [4, 4],
    ]),
    notesSing: forEachHand('Notes at once, sung (right, left)', { least: 1, most: 5 }, [
      [3, 1],
      [3, 1],
      [3, 2],
      [3, 2],
      [4, 2],
      [4, 4],
    ]),
  },
  price: 1000,
  remedies: ['plain-tune', 'held-root', 'easier-measure'],
  inHand: (facts, rung) => {
    const { hand, setting } = facts;
    const most = notesAllowed(rung, setting, hand);
    const atOnce = mostAtOnce(plainNotes(facts));
    return atOnce > most
      ? [{ hand, sentence: `${atOnce} notes at once in the ${hand} hand, over ${most}` }]
      : [];
  },
});

export function notesAllowed(
  { notesSolo, notesSing }: { readonly notesSolo: ForHands; readonly notesSing: ForHands },
  setting: Setting,
  hand: HandName,
): number {
  return (setting === 'sing' ? notesSing : notesSolo)[hand];
}
