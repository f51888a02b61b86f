import { chordLabel } from '../../pitch/chord';
import { keyLabel } from '../../pitch/key';
import { midiOf, spellingLabel } from '../../pitch/pitch';
import { degreeChord, numeralOf } from '../degree-chords';
import { text, type Block, type Flow } from '../flow';
import { inversionsOf } from '../inversions';
import { keyboardBlock } from '../keyboard-block';
import { startSheet, type SheetTask } from '../task';

const COLUMNS = 3;

/** Every chord of the key in all its inversions. */
export function inversionsSheet(task: SheetTask): Flow {
  const flow = startSheet('inversions', task);
  const { key } = task.edition;
  flow.title(`Chords of ${keyLabel(key)}`);
  flow.down(1);
  const width = flow.columnWidth(COLUMNS);
  for (let degree = 0; degree < 7; degree += 1) {
    const chord = degreeChord(key, degree);
    const numeral = numeralOf(key, degree);
    flow.grid(
      inversionsOf(chord).map((inversion): Block => {
        const marks = new Map(
          inversion.pitches.map((pitch) => [midiOf(pitch) as number, spellingLabel(pitch)]),
        );
        const keys = keyboardBlock(marks, width, { below: 1, above: 1 });
        return {
          height: keys.height + 6,
          draw: (x, y) => [
            text(`${chordLabel(chord)} (${numeral})`, x, y + 4, 3.9, { isBold: true }),
            text(inversion.name, x + width, y + 4, 3.2, { anchor: 'end' }),
            ...keys.draw(x, y + 6),
          ],
        };
      }),
      COLUMNS,
      4,
    );
  }
  return flow;
}
