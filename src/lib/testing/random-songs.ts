import fc from 'fast-check';
import { readChord } from '../core/pitch/chord';
import { keyOf, scaleOf, type Key } from '../core/pitch/key';
import { readSpelling, stepIndex, type Pitch } from '../core/pitch/pitch';
import { sourceNoteId } from '../core/score/ids';
import { EMPTY_SCORE, TREBLE, type Measure, type Note, type Score } from '../core/score/model';
import { metreLength } from '../core/score/time';
import { ticks } from '../core/units';

/** A generator of whole numbers from 0 below `bound`, the same for the same seed. */
export function seeded(seed: number): (bound: number) => number {
  let state = seed >>> 0;
  return (bound) => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return Math.floor((state / 2 ** 32) * bound);
  };
}

const CHORDS = ['I', 'ii', 'iii', 'IV', 'V', 'vi', 'V7', 'IVm', 'I/3'] as const;
const METRES = [
  [4, 4],
  [3, 4],
  [2, 4],
  [6, 8],
  [12, 8],
] as const;
/** Lengths in sixteenths that a tune's notes take. */
const LENGTHS = [1, 2, 2, 2, 4, 4, 4, 6, 8] as const;

/** The song of a seed, the same for the same seed. */
export function randomSong(seed: number): Score {
  return songBy(seeded(seed * 7919 + 17));
}

/** Any song; one that fails is shrunk towards fewer measures of long, low notes over the tonic. */
export const arbitrarySong: fc.Arbitrary<Score> = fc
  .array(fc.nat(1_000_000), { minLength: 1, maxLength: 300, size: 'max' })
  .map((choices) => {
    let next = 0;
    return songBy((bound) => (choices[next++] ?? 0) % bound);
  });

/** A tune over a random progression in a random key and metre: leaps, rests, sixteenths and syncopations among them. */
function songBy(random: (bound: number) => number): Score {
  const tonics = ['C', 'G', 'F', 'D', 'Bb', 'A', 'Eb'] as const;
  const key = keyOf(readSpelling(tonics[random(tonics.length)]!)!.spelling, 'major');
  const [beats, beatType] = METRES[random(METRES.length)]!;
  const time = { beats, beatType };
  const full = metreLength(time);
  const count = 4 + random(5);
  const measures = Array.from({ length: count }, (_, index): Measure => ({
    index,
    number: String(index + 1),
    start: ticks(index * full),
    length: full,
    time,
    key,
    barline: index === count - 1 ? 'final' : 'single',
    startsRepeat: false,
    endsRepeat: null,
    endings: [],
    rehearsal: null,
  }));
  const scale = scaleOf(key);
  let place = 7 * 4 + stepIndex(scale[0]!.step) + random(5);
  const notes: Note[] = [];
  const chords = measures.flatMap((measure) => {
    const changes = random(3) === 0 && full % 20_160 === 0 ? [0, full / 2] : [0];
    return changes.map((offset) => ({
      id: `h${measure.index}t${offset}`,
      measure: measure.index,
      at: ticks(measure.start + offset),
      chord: chordOf(CHORDS[random(CHORDS.length)]!, key),
    }));
  });
  for (const measure of measures) {
    let at: number = measure.start;
    const end = measure.start + full;
    while (at < end) {
      const duration = Math.min(end - at, LENGTHS[random(LENGTHS.length)]! * 2520);
      if (random(9) > 0) {
        place = Math.min(38, Math.max(28, place + random(7) - 3 + (random(8) === 0 ? 4 : 0)));
        const step = scale[(((place - stepIndex(scale[0]!.step)) % 7) + 7) % 7]!;
        const pitch: Pitch = { ...step, octave: Math.floor(place / 7) };
        notes.push({
          part: 0,
          staff: 0,
          voice: '1',
          measure: measure.index,
          at: ticks(at),
          duration: ticks(duration),
          pitch,
          tieTo: null,
          grace: null,
          tuplet: null,
          articulations: [],
          finger: null,
          lyrics: [],
          id: sourceNoteId({
            part: 0,
            measure: measure.index,
            voice: '1',
            tickInMeasure: at - measure.start,
            chordIndex: 0,
            graceOrder: null,
          }),
        });
      }
      at += duration;
    }
  }
  return {
    ...EMPTY_SCORE,
    title: 'Random song',
    parts: [{ id: 'P1', name: 'Tune', staves: 1 }],
    measures,
    notes,
    chords,
    clefs: [{ ...TREBLE, part: 0, staff: 0, measure: 0, at: ticks(0) }],
  };
}

function chordOf(numeral: (typeof CHORDS)[number], key: Key) {
  const scale = scaleOf(key).map(({ step, alter }) => step + (alter < 0 ? 'b' : alter > 0 ? '#' : ''));
  const symbol = {
    I: scale[0]!,
    ii: `${scale[1]!}m`,
    iii: `${scale[2]!}m`,
    IV: scale[3]!,
    V: scale[4]!,
    vi: `${scale[5]!}m`,
    V7: `${scale[4]!}7`,
    IVm: `${scale[3]!}m`,
    'I/3': `${scale[0]!}/${scale[2]!}`,
  }[numeral];
  const reading = readChord(symbol);
  if (!reading.ok) throw new Error(reading.message);
  return reading.chord;
}
