import type { Arrangement } from '$lib/core/arrange/arrangement';
import type { Pin, PinOf } from '$lib/core/document/pins/registry';
import type { Recipe } from '$lib/core/document/recipe';
import type { ArrangementStep } from '$lib/core/document/steps';
import { chordLabel, readChord, transposeChord } from '$lib/core/pitch/chord';
import { moveNote, writeFinger, writeSymbol, type TakeBack } from '../engraving/wet-strokes';

/**
 * What an edit plainly changes in the picture is written there by the page itself, in the same moment: a finger, the name of
 * a chord, the place of a note. The engraver's own picture takes its place; where none comes, the strokes are taken back.
 */
export class WetInk {
  #strokes: TakeBack[] = [];

  write(step: ArrangementStep, arrangement: Arrangement | null, recipe: Recipe): void {
    if (step.kind !== 'pins' || !arrangement) return;
    const { added, removed } = step;
    for (const pin of added) {
      if (pin.kind === 'finger' && recipe.fingers !== 'hidden') this.#keep(writeFinger(pin.note, pin.finger));
      if (pin.kind === 'chord') this.#keep(symbolOf(pin, arrangement));
    }
    for (const [note, steps] of stepsMoved(added, removed)) this.#keep(moveNote(note, steps));
  }

  /** Takes back every stroke that still stands. */
  dry(): void {
    for (const takeBack of this.#strokes.splice(0).reverse()) takeBack();
  }

  #keep(stroke: TakeBack | null): void {
    if (stroke) this.#strokes.push(stroke);
  }
}

function symbolOf(
  { measure, tick, symbol }: PinOf<'chord'>,
  { score, sourceMeasure, interval, scale }: Arrangement,
): TakeBack | null {
  const named = readChord(symbol);
  const standing = score.chords.find(
    (each) =>
      sourceMeasure[each.measure] === measure &&
      Math.round((each.at - score.measures[each.measure]!.start) / scale) === tick,
  );
  if (!named.ok || !standing) return null;
  return writeSymbol(standing.id, chordLabel(transposeChord(named.chord, interval)));
}

/** By how many steps of the staff each note is moved that has another pitch. */
function stepsMoved(added: readonly Pin[], removed: readonly Pin[]): ReadonlyMap<string, number> {
  const moved = new Map<string, number>();
  const count = (pins: readonly Pin[], sign: 1 | -1) => {
    for (const pin of pins)
      if (pin.kind === 'pitch') moved.set(pin.note, (moved.get(pin.note) ?? 0) + sign * pin.steps);
  };
  count(added, 1);
  count(removed, -1);
  return moved;
}
