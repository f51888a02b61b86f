import { readKey } from '../core/pitch/key';
import { sourceNoteId } from '../core/score/ids';
import {
  BASS,
  EMPTY_SCORE,
  TREBLE,
  type Measure,
  type Note,
  type Rest,
  type Score,
} from '../core/score/model';
import { compareNotes } from '../core/score/order';
import { readNotation } from '../core/score/text';
import { ticks } from '../core/units';

/** A small score from the text notation: measures parted by `|`, one voice a hand. For fixtures. */
export function scoreFromText(plan: {
  time: readonly [number, number];
  key: string;
  right: string;
  left?: string;
}): Score {
  const hands = [plan.right, ...(plan.left === undefined ? [] : [plan.left])].map((text) => text.split('|'));
  const measures: Measure[] = [];
  const notes: Note[] = [];
  const rests: Rest[] = [];
  for (const [staff, texts] of hands.entries()) {
    let start = 0;
    let tied: readonly Note[] = [];
    for (const [index, text] of texts.entries()) {
      const reading = readNotation(text);
      if (!reading.ok) throw new Error(reading.message);
      if (staff === 0) {
        measures.push({
          index,
          number: String(index + 1),
          start: ticks(start),
          length: reading.length,
          time: { beats: plan.time[0], beatType: plan.time[1] },
          key: readKey(plan.key)!,
          barline: 'single',
          startsRepeat: false,
          endsRepeat: null,
          endings: [],
          rehearsal: null,
        });
      }
      for (const event of reading.events) {
        const place = {
          part: 0,
          staff,
          voice: String(staff + 1),
          measure: index,
          at: ticks(start + event.at),
          duration: event.duration,
        };
        if (event.isRest) rests.push({ ...place, tuplet: event.tuplet, isWholeMeasure: false });
        const made = event.pitches.map((pitch, chordIndex): Note => ({
          ...place,
          id: sourceNoteId({
            part: 0,
            measure: index,
            voice: place.voice,
            tickInMeasure: event.at,
            chordIndex,
            graceOrder: null,
          }),
          pitch,
          tieTo: null,
          grace: null,
          tuplet: event.tuplet,
          articulations: [],
          finger: null,
          lyrics: [],
        }));
        for (const [chordIndex, note] of tied.entries())
          notes[notes.indexOf(note)] = { ...note, tieTo: made[chordIndex]!.id };
        notes.push(...made);
        tied = event.isTied ? made : [];
      }
      start += reading.length;
    }
  }
  const clef = (staff: number) => ({
    ...(staff === 0 ? TREBLE : BASS),
    part: 0,
    staff,
    measure: 0,
    at: ticks(0),
  });
  return {
    ...EMPTY_SCORE,
    title: 'Fixture',
    parts: [{ id: 'P1', name: 'Piano', staves: hands.length }],
    measures,
    notes: notes.sort(compareNotes),
    rests,
    clefs: hands.map((_, staff) => clef(staff)),
  };
}
