import type { HandName } from '../../hands/hand';
import { BASS, type Score } from '../../score/model';
import { SIZES, type Flow } from '../flow';
import { startSheet, type Engrave, type SheetTask } from '../task';
import { blocksOf, putMusic } from './score';

const STAFF_OF = { right: 0, left: 1 } as const;

/** Each hand from a page of its own: by itself, or large with the other small beside it. */
export function handsApartSheet(task: SheetTask, engrave: Engrave): Flow {
  const flow = startSheet('hands-apart', task);
  const { score, counts } = task.edition;
  const isBeside = task.choices.handsApart === 'other-small';
  for (const hand of ['right', 'left'] as const) {
    const alone = oneHand(score, hand);
    if (alone.notes.length === 0) continue;
    flow.newPage();
    flow.title(`${task.title}: ${hand} hand`);
    flow.down(SIZES.small);
    const shown = isBeside ? score : alone;
    const markings = isBeside ? { smallStaff: 1 - STAFF_OF[hand] } : {};
    const printedCounts = task.choices.counts ? counts : [];
    putMusic(flow, shown, blocksOf(task, shown, printedCounts, flow.room, engrave, markings));
  }
  return flow;
}

/** A score with the notes of one hand, on one staff. */
export function oneHand(score: Score, hand: HandName): Score {
  const staff = STAFF_OF[hand];
  const own = <T extends { readonly staff: number; readonly part: number }>(events: readonly T[]) =>
    events
      .filter((event) => event.part === 0 && event.staff === staff)
      .map((event) => ({ ...event, staff: 0 }));
  const notes = own(score.notes).map((note) => (hand === 'left' ? { ...note, lyrics: [] } : note));
  const ids = new Set(notes.map(({ id }) => id));
  const clefs = own(score.clefs);
  const { id, name } = score.parts[0]!;
  return {
    ...score,
    parts: [{ id, name, staves: 1 }],
    notes,
    rests: own(score.rests),
    clefs:
      clefs.length > 0 || hand === 'right'
        ? clefs
        : [{ ...BASS, part: 0, staff: 0, measure: 0, at: score.measures[0]!.start }],
    slurs: score.slurs.filter(({ from, to }) => ids.has(from) && ids.has(to)),
    marks: score.marks.flatMap((mark) =>
      mark.kind === 'pedal' || (mark.kind !== 'tempo' && mark.staff !== staff) ? [] : [{ ...mark, staff: 0 }],
    ),
    words: [],
  };
}
