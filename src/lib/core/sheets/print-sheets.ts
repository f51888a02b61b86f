import { PAPERS } from '../handout/papers.data';
import type { SheetId } from '../handout/sheets.data';
import { MARGINS, SIZES, text, type Flow } from './flow';
import { blankSheet } from './kinds/blank';
import { cardsSheet } from './kinds/cards';
import { cuesSheet } from './kinds/cues';
import { handsApartSheet } from './kinds/hands-apart';
import { inversionsSheet } from './kinds/inversions';
import { lyricsSheet } from './kinds/lyrics';
import { positionsSheet } from './kinds/positions';
import { scaleSheet } from './kinds/scale';
import { scoreSheet } from './kinds/score';
import { mapSheet } from './kinds/section-map';
import { tasksSheet } from './kinds/tasks';
import { wordsSheet } from './kinds/words';
import type { Page, Printed } from './page';
import type { Engrave, SheetTask } from './task';

/** Each kind of sheet, made of what a handout is made of. */
const MAKERS: Readonly<Record<SheetId, (task: SheetTask, engrave: Engrave) => Flow>> = {
  score: scoreSheet,
  'hands-apart': handsApartSheet,
  cards: cardsSheet,
  scale: scaleSheet,
  inversions: inversionsSheet,
  positions: positionsSheet,
  map: mapSheet,
  words: wordsSheet,
  lyrics: lyricsSheet,
  cues: cuesSheet,
  tasks: tasksSheet,
  blank: blankSheet,
};

/** The pages of a handout, in the order of its sheets, each with its foot. As long as its lines take to engrave. */
export function printSheets(task: SheetTask, engrave: Engrave): Printed {
  const { widthMm, heightMm } = PAPERS[task.choices.paper];
  const pages = task.choices.sheets.flatMap((id) => MAKERS[id](task, engrave).pages());
  const { score } = task.edition;
  return {
    widthMm,
    heightMm,
    title: task.learner ? `${task.title}, for ${task.learner.name}` : task.title,
    author: score.composer,
    pages: pages.map((page, index) => withFoot(page, task, index + 1, pages.length, widthMm, heightMm)),
  };
}

function withFoot(
  page: Page,
  { title, editionNumber, learner, edition }: SheetTask,
  number: number,
  of: number,
  widthMm: number,
  heightMm: number,
): Page {
  const y = heightMm - MARGINS.bottom + 6;
  const right = [
    title,
    editionNumber > 0 ? `edition ${editionNumber}` : '',
    learner?.name,
    `page ${number} of ${of}`,
  ].filter(Boolean);
  return {
    ...page,
    items: [
      ...page.items,
      text(edition.score.rights.slice(0, 60), MARGINS.side, y, SIZES.small * 0.85),
      text(right.join(', '), widthMm - MARGINS.side, y, SIZES.small * 0.85, { anchor: 'end' }),
    ],
  };
}
