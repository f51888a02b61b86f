import type { NoteId } from '../units';
import { midiOf, type Spelling } from '../pitch/pitch';
import { isWholeWithin, isWithin, type Bounded } from './bounds.data';
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
    | 'bad-finger'
    | 'bad-number';
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
  faults.push(...badNumbers(score));
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

/** Numbers that no score has: what reckons with them could go on for ever. */
function badNumbers(score: Score): readonly ScoreFault[] {
  const faults: ScoreFault[] = [];
  const expect = (isGood: boolean, measure: number, what: string) => {
    if (!isGood)
      faults.push({ code: 'bad-number', measure, message: `There is ${what} that cannot be used.` });
  };
  const whole = (what: Bounded, value: number, measure: number, name: string) =>
    expect(isWholeWithin(what, value), measure, name);
  const spelling = ({ alter }: Spelling, measure: number, name: string) =>
    whole('alter', alter, measure, name);
  for (const { index, length, key, endsRepeat, endings } of score.measures) {
    whole('length', length, index, 'a length of a measure');
    whole('fifths', key.fifths, index, 'a key signature');
    if (endsRepeat !== null) whole('times', endsRepeat, index, 'a number of repeats');
    expect(endings.length <= 64, index, 'a list of endings');
    for (const ending of endings) whole('times', ending, index, 'a number of an ending');
  }
  for (const event of [...score.notes, ...score.rests]) {
    whole('length', event.duration, event.measure, 'a length of a note or rest');
    if (!event.tuplet) continue;
    whole('tuplet', event.tuplet.actual, event.measure, 'a tuplet');
    whole('tuplet', event.tuplet.normal, event.measure, 'a tuplet');
  }
  for (const { measure, pitch, grace, lyrics } of score.notes) {
    spelling(pitch, measure, 'an alteration of a note');
    whole('key', midiOf(pitch), measure, 'a note off every keyboard');
    if (grace) whole('length', grace.written, measure, 'a length of a grace note');
    for (const { verse } of lyrics) whole('verse', verse, measure, 'a number of a verse');
  }
  for (const { measure, chord } of score.chords) {
    if (chord.kind === 'none') continue;
    spelling(chord.root, measure, 'an alteration of a chord’s root');
    if (chord.bass) spelling(chord.bass, measure, 'an alteration of a chord’s bass');
  }
  for (const clef of score.clefs) {
    whole('clefLine', clef.line, clef.measure, 'a line of a clef');
    whole('clefOctave', clef.octave, clef.measure, 'an octave of a clef');
  }
  for (const mark of score.marks) {
    if (mark.kind !== 'tempo') continue;
    expect(isWithin('tempo', mark.bpm), mark.measure, 'a tempo');
    whole('length', mark.beatUnit, mark.measure, 'a length of a beat');
  }
  return faults;
}
