import { SIZES, type Flow } from '../flow';
import { startSheet, type SheetTask } from '../task';

/** What to look out for, place by place. */
export function cuesSheet(task: SheetTask): Flow {
  const flow = startSheet('cues', task);
  flow.title(`${task.title}: what to look out for`);
  const { cues } = task.edition.notes;
  if (cues.length === 0)
    flow.paragraph('Nothing stays or moves in a way that needs saying: follow the fingers.');
  for (const [index, { place, text }] of cues.entries()) {
    flow.need(SIZES.text * 3.4);
    if (place !== cues[index - 1]?.place) flow.paragraph(place, SIZES.small);
    flow.paragraph(text, SIZES.text, 5);
  }
  return flow;
}
