import type { Count } from '../../counting/count';
import { spellingLabel } from '../../pitch/pitch';
import { measureNumber } from '../../score/by-measure';
import type { Note } from '../../score/model';
import { SIZES, text, type Block, type Flow } from '../flow';
import { wrapText } from '../measure-text';
import { startSheet, type SheetTask } from '../task';

/** Each measure in words: notes with fingers by hand, counts, pedal. For those who do not read notes yet. */
export function wordsSheet(task: SheetTask): Flow {
  const flow = startSheet('words', task);
  const { sections } = task.edition;
  flow.title(`${task.title} in words`);
  flow.paragraph(
    'Digits are fingers, the thumb is 1. Notes that are played together are joined by +.',
    SIZES.small,
  );
  for (const section of sections) {
    flow.heading(section.name, 24);
    const width = flow.columnWidth(COLUMNS);
    flow.grid(
      Array.from({ length: section.to - section.from + 1 }, (_, place) =>
        measureBlock(task, section.from + place, width),
      ),
      COLUMNS,
      3,
    );
  }
  return flow;
}

const COLUMNS = 2;
const INDENT = 4;

function measureBlock(task: SheetTask, measure: number, width: number): Block {
  const { score, counts } = task.edition;
  const { number } = score.measures[measure]!;
  const name =
    number === '' || number === '0' ? 'Pickup' : `Measure ${measureNumber(score.measures, measure)}`;
  const size = SIZES.text * 0.92;
  const head = wrapText(`${name}${countWords(counts[measure])}`, size, width, true);
  const lines = measureWords(task, measure).flatMap((each) => wrapText(each, size, width - INDENT));
  const leading = size * 1.32;
  return {
    height: (head.length + lines.length) * leading + 1.5,
    draw: (x, y) => [
      ...head.map((each, row) => text(each, x, y + (row + 1) * leading, size, { isBold: true })),
      ...lines.map((each, row) => text(each, x + INDENT, y + (head.length + row + 1) * leading, size)),
    ],
  };
}

function countWords(counts: readonly Count[] | undefined): string {
  return counts && counts.length > 0 ? `: count ${counts.map(({ syllable }) => syllable).join(' ')}` : '';
}

export function measureWords({ edition }: Pick<SheetTask, 'edition'>, measure: number): readonly string[] {
  const { score } = edition;
  const tiedInto = new Set(score.notes.flatMap(({ tieTo }) => tieTo ?? []));
  const lines = (['right', 'left'] as const).flatMap((hand, staff) => {
    const own = score.notes.filter((note) => note.measure === measure && note.staff === staff && !note.grace);
    if (own.length === 0) return [`${hand === 'right' ? 'Right' : 'Left'} hand rests.`];
    const said = [...new Set(own.map(({ at }) => at))]
      .sort((a, b) => a - b)
      .map((at) =>
        touchWords(
          own.filter((note) => note.at === at),
          tiedInto,
        ),
      );
    return [`${hand === 'right' ? 'Right' : 'Left'} hand: ${said.join(', ')}.`];
  });
  const pedal = score.marks.filter((mark) => mark.kind === 'pedal' && mark.measure === measure);
  const actions = pedal.map((mark) =>
    mark.kind === 'pedal' ? { down: 'down', up: 'up', change: 'change' }[mark.action] : '',
  );
  return pedal.length > 0 ? [...lines, `Pedal: ${actions.join(', ')}.`] : lines;
}

function touchWords(notes: readonly Note[], tiedInto: ReadonlySet<string>): string {
  return [...notes]
    .sort(
      (a, b) =>
        a.pitch.octave - b.pitch.octave || 'CDEFGAB'.indexOf(a.pitch.step) - 'CDEFGAB'.indexOf(b.pitch.step),
    )
    .map((note) => {
      const name = spellingLabel(note.pitch);
      if (tiedInto.has(note.id)) return `${name} held`;
      return note.finger === null ? name : `${name} ${note.finger}`;
    })
    .join(' + ');
}
