import type { NoteId } from '../units';
import type { Score } from './model';
import { isValidTime } from './time';

export interface ScoreFault {
  readonly code:
    | 'duplicate-id'
    | 'outside-measure'
    | 'unknown-part'
    | 'dangling-tie'
    | 'dangling-slur'
    | 'bad-time'
    | 'gap-between-measures'
    | 'bad-finger';
  readonly measure: number;
  readonly message: string;
}

/** Everything that must hold of a score; an empty list means sound. O(notes). */
export function validateScore(score: Score): readonly ScoreFault[] {
  const faults: ScoreFault[] = [];
  const report = (code: ScoreFault['code'], measure: number, message: string) =>
    faults.push({ code, measure, message });
  let expectedStart = 0;
  for (const measure of score.measures) {
    if (measure.start !== expectedStart)
      report('gap-between-measures', measure.index, 'The measure does not follow the one before.');
    if (!isValidTime(measure.time))
      report(
        'bad-time',
        measure.index,
        `The time signature ${measure.time.beats}/${measure.time.beatType} cannot be used.`,
      );
    expectedStart = measure.start + measure.length;
  }
  const ids = new Set<NoteId>();
  for (const note of score.notes) {
    if (ids.has(note.id)) report('duplicate-id', note.measure, `Two notes share the id ${note.id}.`);
    ids.add(note.id);
    if (note.finger !== null && !(note.finger >= 1 && note.finger <= 5))
      report('bad-finger', note.measure, `Finger ${note.finger} does not exist.`);
  }
  for (const event of [...score.notes, ...score.rests]) {
    const measure = score.measures[event.measure];
    const part = score.parts[event.part];
    if (!part || event.staff < 0 || event.staff >= part.staves)
      report('unknown-part', event.measure, 'A note stands on a staff that does not exist.');
    if (!measure || event.at < measure.start || event.at + event.duration > measure.start + measure.length) {
      report('outside-measure', event.measure, 'A note or rest reaches outside its measure.');
    }
  }
  for (const note of score.notes) {
    if (note.tieTo !== null && !ids.has(note.tieTo))
      report('dangling-tie', note.measure, 'A tie leads to no note.');
  }
  for (const slur of score.slurs) {
    if (!ids.has(slur.from) || !ids.has(slur.to))
      report('dangling-slur', 0, 'A slur begins or ends on no note.');
  }
  return faults;
}
