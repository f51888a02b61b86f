import { CAUTIONS } from '../../care/cautions.data';
import { line, SIZES, text, type Flow } from '../flow';
import { wrapText } from '../measure-text';
import { HAIR } from '../page';
import { startSheet, type SheetTask } from '../task';

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;
const BOX = 5.5;

/** What is set for the week, with a box a day to tick, the tempos to climb and room for minutes. */
export function tasksSheet(task: SheetTask): Flow {
  const flow = startSheet('tasks', task);
  flow.title(task.learner ? `${task.learner.name}: this week` : 'This week');
  flow.paragraph(task.date, SIZES.small);
  if (task.tasks.length === 0) flow.paragraph('Nothing is set for this week yet.');
  const boxes = DAYS.length * (BOX + 2);
  for (const [index, { sentence, minutes, tempos }] of task.tasks.entries()) {
    const words = wrapText(`${index + 1}. ${sentence} (${minutes} min)`, SIZES.text, flow.room - boxes - 6);
    flow.need(Math.max(words.length * SIZES.text * 1.35 + 6, BOX + 8) + (tempos.length > 1 ? 8 : 0));
    flow.down(3);
    const top = flow.y;
    words.forEach((each, row) =>
      flow.add(text(each, flow.left, top + SIZES.text * (1 + 1.35 * row), SIZES.text)),
    );
    DAYS.forEach((day, at) => {
      const x = flow.left + flow.room - boxes + at * (BOX + 2);
      flow.add(text(day, x + BOX / 2, top + 2.2, 2.5, { anchor: 'middle' }));
      flow.add({ kind: 'rect', x, y: top + 3.2, width: BOX, height: BOX, fill: 'none' });
    });
    flow.down(Math.max(words.length * SIZES.text * 1.35 + 2, BOX + 5));
    if (tempos.length > 1) {
      flow.add(text('Tempo', flow.left + 5, flow.y + 3.4, SIZES.small));
      tempos.forEach((tempo, at) => {
        const x = flow.left + 20 + at * 13;
        if (x + 12 > flow.left + flow.room) return;
        flow.add({ kind: 'rect', x, y: flow.y + 0.6, width: 3.4, height: 3.4, fill: 'none' });
        flow.add(text(String(tempo), x + 4.4, flow.y + 3.5, SIZES.small));
      });
      flow.down(7);
    }
    flow.add(line(flow.left, flow.y, flow.left + flow.room, flow.y, HAIR));
  }
  flow.down(4);
  flow.heading('Minutes', 30);
  const width = flow.room / DAYS.length;
  DAYS.forEach((day, at) => {
    const x = flow.left + at * width;
    flow.add({ kind: 'rect', x, y: flow.y, width, height: 14, fill: 'none' });
    flow.add(text(day, x + 1.5, flow.y + 3.6, 2.9));
  });
  flow.down(20);
  flow.paragraph(`${CAUTIONS.loose} ${CAUTIONS.pain}`, SIZES.small);
  return flow;
}
