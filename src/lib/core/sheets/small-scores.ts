import { assembleScore, PLAIN_EVENT, PLAIN_MEASURE } from '../formats/assemble';
import { scaleOf, tonicOf, type Key } from '../pitch/key';
import { midiOf, pitchClassOf, stepIndex, type Pitch } from '../pitch/pitch';
import { TREBLE, type Clef, type Score } from '../score/model';
import { ticks } from '../units';

const WHOLE = 40_320;
const PLAIN_KEY: Key = { fifths: 0, mode: 'major' };

/** A picture of notes on one staff: each group sounds together, one group after another without barlines between. */
export function staffScore(
  groups: readonly (readonly Pitch[])[],
  { key = PLAIN_KEY, clef = TREBLE }: { key?: Key; clef?: Clef } = {},
): Score {
  const each = WHOLE / 4;
  return assembleScore({
    title: '',
    composer: '',
    parts: [{ id: 'P1', name: '', staves: 1 }],
    measures: [
      {
        ...PLAIN_MEASURE,
        length: each * groups.length,
        time: { beats: groups.length, beatType: 4 },
        key,
        barline: 'none',
      },
    ],
    voices: [
      {
        part: 0,
        staff: 0,
        voice: '1',
        measures: [
          groups.map((pitches, index) => ({
            ...PLAIN_EVENT,
            at: each * index,
            duration: each,
            pitches: [...pitches].sort((a, b) => midiOf(a) - midiOf(b)),
          })),
        ],
      },
    ],
    chords: [],
    marks: [],
    clefs: [{ ...clef, part: 0, staff: 0, measure: 0, at: ticks(0) }],
  });
}

/** The scale from the tonic at or above middle C (G and up: below it) to the octave. */
export function scalePitches(key: Key): readonly Pitch[] {
  const tonic = tonicOf(key);
  const start = pitchClassOf(tonic) > 7 || (pitchClassOf(tonic) === 7 && tonic.step !== 'G') ? 3 : 4;
  let octave = start;
  let before = stepIndex(tonic.step);
  const pitches = scaleOf(key).map((tone, index): Pitch => {
    const place = stepIndex(tone.step);
    if (index > 0 && place < before) octave += 1;
    before = place;
    return { ...tone, octave };
  });
  return [...pitches, { ...tonic, octave: start + 1 }];
}

export function scaleKeys(key: Key): readonly number[] {
  return scalePitches(key).map(midiOf);
}

export function scaleScore(key: Key): Score {
  return staffScore(
    scalePitches(key).map((pitch) => [pitch]),
    { key },
  );
}
