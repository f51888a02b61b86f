import { weightsOf, type FingeringWeights } from '../core/fingering/weights.data';
import { fingerScore } from '../core/fingering/finger-score';
import { ownNote } from '../core/document/pins/pinned-notes';
import { AVERAGE_HAND } from '../core/hands/reach';
import { midiOf } from '../core/pitch/pitch';
import { generatedNoteId, sourceNoteId } from '../core/score/ids';
import type { Note } from '../core/score/model';
import { readNotation } from '../core/score/text';
import { ticks } from '../core/units';
import type { LabelledPassage } from './labelled/passages';
import { scoreFromText } from './score-from-text';

const UNIT = 5040;
/** A measure that no passage fills. */
const [FRAME] = scoreFromText({ time: [64, 4], key: 'C', right: 'C4' }).measures;

/** Notes of a passage that are fingered as the nearest of its ways has them, as the arranger fingers them. */
export function passageHits(
  passage: LabelledPassage,
  weights: FingeringWeights = weightsOf('smooth'),
): { readonly got: string; readonly hits: number; readonly notes: number } {
  const touches = touchesOf(passage);
  const { notes } = fingerScore({
    notes: touches.flat(),
    measures: [FRAME!],
    sections: [],
    size: AVERAGE_HAND,
    style: 'smooth',
    weights,
    msPerTick: 60_000 / 120 / 10_080,
    mayTakeOver: false,
    mayPass: true,
    twinOf: [0],
    pinned: new Map(),
  });
  const got = touches.map((touch) => touch.map((note) => notes.get(note.id)!.finger).join('')).join(' ');
  const hits = Math.max(
    ...passage.ways.map(
      (way) => [...way].filter((each, index) => each !== ' ' && each === got[index]).length,
    ),
  );
  return { got, hits, notes: touches.flat().length };
}

/** The touches of a passage, each low to high: notes of a figure as the program makes them from chords, others as a source's. */
function touchesOf({ family, hand, notes: text, name }: LabelledPassage): readonly (readonly Note[])[] {
  let at = 0;
  return text.split('|').flatMap((part, slot) => {
    const reading = readNotation(part.trim());
    if (!reading.ok) throw new Error(`${name}: ${reading.message}`);
    return reading.events.map((event): readonly Note[] => {
      const start = at;
      at += UNIT;
      return event.pitches
        .toSorted((a, b) => midiOf(a) - midiOf(b))
        .map((pitch, chordIndex): Note => ({
          id:
            family === 'figures'
              ? generatedNoteId(0, hand, slot, `t${chordIndex}x${start}`)
              : sourceNoteId({
                  part: 0,
                  measure: 0,
                  voice: '1',
                  tickInMeasure: start,
                  chordIndex,
                  graceOrder: null,
                }),
          ...ownNote(hand, '1'),
          measure: 0,
          at: ticks(start),
          duration: ticks(UNIT),
          pitch,
        }));
    });
  });
}
