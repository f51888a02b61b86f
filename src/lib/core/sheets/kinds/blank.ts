import { line, SIZES, type Flow } from '../flow';
import { keyboardBlock } from '../keyboard-block';
import { startSheet, type SheetTask } from '../task';

const SPACE = 2;
const SYSTEMS = 5;

/** Staves and keyboards to write on. */
export function blankSheet(task: SheetTask): Flow {
  const flow = startSheet('blank', task);
  flow.title(task.title);
  flow.down(SIZES.text);
  for (let system = 0; system < SYSTEMS; system += 1) {
    const top = flow.y;
    for (const staff of [0, 1])
      for (let each = 0; each < 5; each += 1) {
        const y = top + staff * 9 * SPACE + each * SPACE;
        flow.add(line(flow.left, y, flow.left + flow.room, y));
      }
    flow.add(line(flow.left, top, flow.left, top + 13 * SPACE, 0.4));
    flow.down(13 * SPACE + 9);
  }
  flow.down(2);
  flow.grid(
    Array.from({ length: 2 }, () => keyboardBlock(new Map(), flow.columnWidth(2))),
    2,
  );
  return flow;
}
