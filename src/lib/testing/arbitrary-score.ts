import fc from 'fast-check';
import { type Chord, readChord } from '../core/pitch/chord';
import { ALL_KEYS } from '../core/pitch/key';
import { STEPS, type Pitch } from '../core/pitch/pitch';
import { sourceNoteId } from '../core/score/ids';
import {
  ARTICULATIONS,
  BASS,
  EMPTY_SCORE,
  TREBLE,
  type Measure,
  type Note,
  type Rest,
  type Score,
} from '../core/score/model';
import { compareNotes } from '../core/score/order';
import { metreLength } from '../core/score/time';
import { ticks, type NoteId } from '../core/units';

/** Metres for random scores: simple, compound, cut and irregular. */
export const arbitraryTime = fc.constantFrom(
  ...[
    [2, 4],
    [3, 4],
    [4, 4],
    [2, 2],
    [3, 8],
    [6, 8],
    [9, 8],
    [12, 8],
    [5, 8],
    [7, 8],
    [5, 4],
  ].map(([beats, beatType]) => ({ beats: beats!, beatType: beatType! })),
);

export const arbitraryPitch: fc.Arbitrary<Pitch> = fc.record({
  step: fc.constantFrom(...STEPS),
  alter: fc.integer({ min: -1, max: 1 }),
  octave: fc.integer({ min: 2, max: 6 }),
});

const arbitraryChord: fc.Arbitrary<Chord> = fc
  .constantFrom('C', 'F#m7', 'Bb7', 'Ebmaj7', 'Am/C', 'G7sus4', 'Ddim7', 'Bm7b5', 'C6/9', 'A7b9', 'N.C.')
  .map((symbol) => {
    const reading = readChord(symbol);
    if (!reading.ok) throw new Error(reading.message);
    return reading.chord;
  });

interface Plan {
  readonly length: number;
  readonly isRest: boolean;
  readonly pitches: readonly Pitch[];
  readonly ties: boolean;
  readonly articulation: number;
  readonly finger: number | null;
  readonly syllable: boolean;
}

const arbitraryPlan: fc.Arbitrary<Plan> = fc.record({
  length: fc.constantFrom(1, 1, 2, 2, 3, 4, 6, 8),
  isRest: fc.boolean().map((value) => value),
  pitches: fc.uniqueArray(arbitraryPitch, {
    minLength: 1,
    maxLength: 3,
    selector: (pitch) => `${pitch.step}${pitch.octave}`,
  }),
  ties: fc.boolean(),
  articulation: fc.integer({ min: 0, max: ARTICULATIONS.length * 3 }),
  finger: fc.option(fc.integer({ min: 1, max: 5 })),
  syllable: fc.boolean(),
});

const SIXTEENTH = 2520;

/** Random two-staff scores: any key and metre, pickups, ties over the barline, triplets, chords, rests, signs. */
export const arbitraryScore: fc.Arbitrary<Score> = fc
  .record({
    key: fc.constantFrom(...ALL_KEYS),
    time: arbitraryTime,
    measures: fc.integer({ min: 1, max: 5 }),
    hasPickup: fc.boolean(),
    plans: fc.array(arbitraryPlan, { minLength: 40, maxLength: 80 }),
    chords: fc.array(arbitraryChord, { minLength: 5, maxLength: 5 }),
    hasSlur: fc.boolean(),
    isTriplet: fc.boolean(),
  })
  .map(({ key, time, measures: count, hasPickup, plans, chords, hasSlur, isTriplet }) => {
    const full = metreLength(time);
    const measures: Measure[] = [];
    let start = 0;
    for (let index = 0; index < count; index += 1) {
      const length =
        index === 0 && hasPickup ? Math.max(SIXTEENTH, Math.floor(full / 4 / SIXTEENTH) * SIXTEENTH) : full;
      measures.push({
        index,
        number: String(index + 1),
        start: ticks(start),
        length: ticks(length),
        time,
        key,
        barline: index === count - 1 ? 'final' : index === 1 ? 'double' : 'single',
        startsRepeat: false,
        endsRepeat: null,
        endings: [],
        rehearsal: index === 1 ? 'B' : null,
      });
      start += length;
    }
    const notes: Note[] = [];
    const rests: Rest[] = [];
    let next = 0;
    for (const staff of [0, 1]) {
      let pending: Note[] = [];
      for (const measure of measures) {
        let at = measure.start as number;
        const end = measure.start + measure.length;
        const place = { part: 0, staff, voice: String(staff + 1), measure: measure.index };
        const write = (plan: Plan, duration: number, tuplet: Note['tuplet']) => {
          if (plan.isRest) {
            rests.push({ ...place, at: ticks(at), duration: ticks(duration), tuplet, isWholeMeasure: false });
            pending = [];
          } else {
            // A tie goes to a note that stands at the same pitch: the pitches are taken over.
            const pitches = pending.length > 0 ? pending.map((note) => note.pitch) : plan.pitches;
            const made = pitches.map((pitch, chordIndex): Note => ({
              ...place,
              id: sourceNoteId({
                part: 0,
                measure: measure.index,
                voice: place.voice,
                tickInMeasure: at - measure.start,
                chordIndex,
                graceOrder: null,
              }),
              at: ticks(at),
              duration: ticks(duration),
              pitch,
              tieTo: null,
              grace: null,
              tuplet,
              articulations: ARTICULATIONS[plan.articulation] ? [ARTICULATIONS[plan.articulation]!] : [],
              finger: plan.finger,
              lyrics:
                plan.syllable && chordIndex === 0 && staff === 0
                  ? [{ verse: 1, text: 'la & <lo>', syllabic: 'single', isExtended: false }]
                  : [],
            }));
            for (const [index, note] of pending.entries())
              notes[notes.indexOf(note)] = { ...note, tieTo: made[index]!.id };
            notes.push(...made);
            pending = plan.ties ? made : [];
          }
          at += duration;
        };
        if (isTriplet && staff === 0 && end - at >= 10_080) {
          const tuplet = { id: `${measure.index}/0`, actual: 3, normal: 2 };
          for (let third = 0; third < 3; third += 1) write(plans[next++ % plans.length]!, 3360, tuplet);
        }
        while (at < end) {
          const plan = plans[next++ % plans.length]!;
          write(plan, Math.min(plan.length * SIXTEENTH, end - at), null);
        }
      }
    }
    const sorted = notes.sort(compareNotes);
    const tune = sorted.filter((note) => note.staff === 0);
    const slurs =
      hasSlur && tune.length > 2 && tune[0]!.at !== tune.at(-1)!.at
        ? [{ from: tune[0]!.id as NoteId, to: tune.at(-1)!.id as NoteId }]
        : [];
    return {
      ...EMPTY_SCORE,
      title: 'Random & <tested>',
      parts: [{ id: 'P1', name: 'Piano', staves: 2 }],
      measures,
      notes: sorted,
      rests,
      chords: measures.map((measure, index) => ({
        id: `h${index}`,
        measure: index,
        at: measure.start,
        chord: chords[index % chords.length]!,
      })),
      clefs: [
        { ...TREBLE, part: 0, staff: 0, measure: 0, at: ticks(0) },
        { ...BASS, part: 0, staff: 1, measure: 0, at: ticks(0) },
      ],
      slurs,
      marks: [{ kind: 'dynamic', text: 'mf', part: 0, staff: 0, measure: 0, at: ticks(0) }],
    };
  });
