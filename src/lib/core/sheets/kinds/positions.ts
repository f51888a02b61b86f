import { SIZES, type Flow } from '../flow';
import { keyboardBlock } from '../keyboard-block';
import { startSheet, type SheetTask } from '../task';

const COLUMNS = 2;

/** Keyboard pictures of where each hand lies, section by section. */
export function positionsSheet(task: SheetTask): Flow {
  const flow = startSheet('positions', task);
  flow.title(`${task.title}: where the hands lie`);
  const { pictures } = task.edition.notes;
  if (pictures.length === 0)
    flow.paragraph(
      'The hands move all the time: there is no place to lie in. Follow the fingers in the score.',
    );
  for (const section of new Set(pictures.map((picture) => picture.section))) {
    flow.heading(section, 30);
    const own = pictures.filter((picture) => picture.section === section);
    flow.grid(
      own.map(({ hand, name, keys }) =>
        keyboardBlock(
          new Map(keys.map(({ key, finger }) => [key, String(finger)])),
          flow.columnWidth(COLUMNS),
          {
            caption: `${hand === 'right' ? 'Right' : 'Left'} hand: ${name}`,
          },
        ),
      ),
      COLUMNS,
    );
  }
  flow.paragraph('Places that come again are shown where they come first.', SIZES.small);
  return flow;
}
