import fc from 'fast-check';
import { writeMidi, type MidiEvent } from 'midi-file';
import { describe, expect, it } from 'vitest';
import { arbitraryScore } from '../../../testing/arbitrary-score';
import { demoTunes } from '../../../testing/demo-tunes';
import { perform, soundedNotes } from '../../../testing/perform';
import { plainDocument } from '../../../testing/documents';
import { arrange } from '../../arrange/arrange';
import { studySource } from '../../analyse/study-source';
import { midiOf, pitchName } from '../../pitch/pitch';
import type { Score } from '../../score/model';
import { readMidi } from './read';
import { splitHands } from './split-hands';
import { writeMidiFile } from './write';

function read(bytes: Uint8Array, name = 'test.mid') {
  const result = readMidi(bytes, name);
  if (!result.ok) throw new Error(result.error.message);
  return result;
}

/** What sounds, by hand: ties joined, names left out. */
function sounding(score: Score) {
  const byId = new Map(score.notes.map((note) => [note.id, note]));
  const targets = new Set(score.notes.map((note) => note.tieTo));
  return [
    ...new Set(
      score.notes
        .filter((note) => !targets.has(note.id) && !note.grace)
        .map((note) => {
          let last = note;
          while (last.tieTo) last = byId.get(last.tieTo)!;
          return `${note.staff} ${String(note.at).padStart(8, '0')} ${last.at + last.duration} ${midiOf(note.pitch)}`;
        }),
    ),
  ].sort();
}

const measures = (score: Score) =>
  score.measures.map(({ start, length, time }) => `${start} ${length} ${time.beats}/${time.beatType}`);

/** Plays notes `[start, length, key]`, in beats of a quarter. */
function played(
  notes: readonly (readonly [number, number, number])[],
  options: { time?: readonly [number, number]; name?: string; channel?: number } = {},
): Uint8Array {
  const timed = notes
    .flatMap(([start, length, key]) => [
      { at: start, order: 1, type: 'noteOn' as const, key },
      { at: start + length, order: 0, type: 'noteOff' as const, key },
    ])
    .sort((a, b) => a.at - b.at || a.order - b.order);
  let before = 0;
  const events: MidiEvent[] = [
    { deltaTime: 0, type: 'trackName', text: options.name ?? '', meta: true },
    {
      deltaTime: 0,
      type: 'timeSignature',
      numerator: options.time?.[0] ?? 4,
      denominator: options.time?.[1] ?? 4,
      metronome: 24,
      thirtyseconds: 8,
      meta: true,
    },
    ...timed.map(({ at, type, key }): MidiEvent => {
      const tick = Math.round(at * 480);
      const deltaTime = tick - before;
      before = tick;
      return { deltaTime, type, channel: options.channel ?? 0, noteNumber: key, velocity: 64 };
    }),
    { deltaTime: 0, type: 'endOfTrack', meta: true },
  ];
  return Uint8Array.from(
    writeMidi({ header: { format: 0, numTracks: 1, ticksPerBeat: 480 }, tracks: [events] }),
  );
}

const line = (score: Score) =>
  score.notes.map(
    (note) =>
      `${pitchName(note.pitch)}:${(note.at / 10_080).toFixed(2)}+${(note.duration / 10_080).toFixed(2)}`,
  );

describe('MIDI there and back', () => {
  it('keeps what sounds, the measures and the keys of every demo tune', () => {
    for (const { score } of demoTunes()) {
      const { value } = read(writeMidiFile(score));
      expect(sounding(value)).toEqual(sounding(score));
      expect(measures(value)).toEqual(measures(score));
      expect(value.measures.map((measure) => measure.key.fifths)).toEqual(
        score.measures.map((measure) => measure.key.fifths),
      );
    }
  });

  it('keeps what sounds in random scores', () =>
    fc.assert(
      fc.property(arbitraryScore, (score) => {
        // MIDI says nothing of a key pressed twice at once, nor of silence before the first note.
        // Triplets across the beats (of 5/8, or after a pickup of a beat and a quarter) are nothing that is played.
        fc.pre(
          score.notes.every((note) => !note.tuplet || score.measures[note.measure]!.time.beatType < 8) &&
            score.measures[0]!.length % 10_080 === 0,
        );
        const keys = score.notes.map((note) => `${note.staff} ${note.at} ${midiOf(note.pitch)}`);
        fc.pre(
          [0, 1].every((staff) => score.notes.some((note) => note.staff === staff)) &&
            score.notes[0]!.at === 0 &&
            new Set(keys).size === keys.length,
        );
        const { value } = read(writeMidiFile(score));
        // Random accents may well suggest another downbeat than the barlines.
        fc.pre(value.measures[0]!.length === score.measures[0]!.length);
        expect(sounding(value)).toEqual(sounding(score));
      }),
      { numRuns: 50 },
    ));
});

describe('finding the grid', () => {
  it('puts uneven playing on its beats, and says by how much', () => {
    const human = [0.02, 0.98, 2.08, 2.52, 2.97, 3.49];
    const { value, warnings } = read(
      played(human.map((at, index) => [at, (human[index + 1] ?? 4) - at - 0.08, 60 + index])),
    );
    expect(value.notes.map((note) => note.at / 10_080)).toEqual([0, 1, 2, 2.5, 3, 3.5]);
    expect(value.notes.map((note) => note.duration / 10_080)).toEqual([1, 1, 0.5, 0.5, 0.5, 0.5]);
    expect(warnings[0]!.message).toMatch(
      /most are moved by next to nothing, none by more than a 13th of a beat/,
    );
  });

  it('tells triplets from eighths beat by beat', () => {
    const { value } = read(
      played([
        [0, 0.5, 60],
        [0.5, 0.5, 62],
        [1, 1 / 3, 64],
        [4 / 3, 1 / 3, 62],
        [5 / 3, 1 / 3, 60],
        [2, 2, 62],
      ]),
    );
    expect(value.notes.map((note) => note.tuplet?.actual ?? 0)).toEqual([0, 0, 3, 3, 3, 0]);
  });

  it('writes swung eighths even', () => {
    const notes = Array.from(
      { length: 8 },
      (_, beat) =>
        [
          [beat, 0.62, 60],
          [beat + 0.65, 0.33, 64],
        ] as const,
    ).flat();
    const { value, warnings } = read(played(notes));
    expect(value.notes.every((note) => note.duration === 5040 && !note.tuplet)).toBe(true);
    expect(value.marks).toMatchObject([{ kind: 'words', text: 'Swing' }]);
    expect(warnings.some((warning) => warning.message.includes('Swing'))).toBe(true);
  });

  it('finds a pickup from the silence before it', () => {
    const { value } = read(
      played([
        [3, 1, 67],
        [4, 2, 72],
        [6, 2, 71],
        [8, 4, 72],
      ]),
    );
    expect(measures(value)[0]).toBe('0 10080 4/4');
    expect(value.measures.map((measure) => measure.number)).toEqual(['0', '1', '2']);
  });

  it('finds a pickup where long low notes fall off the barlines', () => {
    const notes: [number, number, number][] = [[0, 1, 67]];
    for (let measure = 0; measure < 4; measure += 1) {
      const at = 1 + 3 * measure;
      notes.push([at, 3, 48], [at, 1, 72], [at + 1, 1, 71], [at + 2, 1, 69]);
    }
    expect(measures(read(played(notes, { time: [3, 4] })).value)[0]).toBe('0 10080 3/4');
  });
});

describe('reading a performance', () => {
  it('spells by key, with approaches by letter', () => {
    const tune = [62, 64, 66, 67, 69, 68, 69, 70, 69, 66, 64, 62];
    const { value } = read(played(tune.map((key, index) => [index, 1, key])));
    expect(value.measures[0]!.key).toEqual({ fifths: 2, mode: 'major' });
    expect(value.notes.map((note) => pitchName(note.pitch)).join(' ')).toBe(
      'D4 E4 F#4 G4 A4 G#4 A4 Bb4 A4 F#4 E4 D4',
    );
  });

  it('parts one track into hands by stream, not at middle C', () => {
    const notes: [number, number, number][] = [];
    for (let beat = 0; beat < 8; beat += 1) {
      notes.push([beat, 1, 52 + [0, 3, 7, 3][beat % 4]!]);
      // The right hand comes down below middle C.
      notes.push([beat, 1, 76 - 2 * beat]);
    }
    const { value } = read(played(notes));
    expect(value.parts[0]!.staves).toBe(2);
    expect(line({ ...value, notes: value.notes.filter((note) => note.staff === 1) })).toHaveLength(8);
    expect(
      Math.max(...value.notes.filter((note) => note.staff === 1).map((note) => midiOf(note.pitch))),
    ).toBeLessThan(60);
  });

  it('keeps streams together when a hand leaps', () => {
    const left = [40, 55, 40, 55, 40, 55].map((key, index) => ({
      at: index * 10_080,
      end: (index + 1) * 10_080,
      key,
    }));
    const right = [72, 74, 76, 74, 72, 71].map((key, index) => ({
      at: index * 10_080,
      end: (index + 1) * 10_080,
      key,
    }));
    expect(splitHands([...left, ...right])).toEqual([...left.map(() => true), ...right.map(() => false)]);
  });

  it('ignores drums', () => {
    const result = readMidi(played([[0, 1, 40]], { channel: 9 }), 'drums.mid');
    expect(result).toMatchObject({ ok: false, error: { code: 'not-a-score' } });
  });
});

describe('a piece played into one track by somebody', () => {
  it('is found again: onsets, lengths, names and hands', () => {
    const found = { notes: 0, onsets: 0, ends: 0, names: 0, hands: 0 };
    for (const { score: source } of demoTunes()) {
      for (const leftTexture of ['close-triads', 'broken-triads', 'root-then-chord'] as const) {
        const document = plainDocument();
        const { score } = arrange(studySource(source), {
          ...document,
          recipe: { ...document.recipe, leftTexture },
        });
        const wanted = soundedNotes(score);
        const heard = soundedNotes(read(perform(score, 0.025, 5)).value);
        const shift = wanted[0]!.at - heard[0]!.at;
        const byPlace = new Map(heard.map((note) => [`${note.at + shift}/${note.key}`, note]));
        for (const note of wanted) {
          const match = byPlace.get(`${note.at}/${note.key}`);
          found.notes += 1;
          if (!match) continue;
          found.onsets += 1;
          if (match.end + shift === note.end) found.ends += 1;
          if (match.name === note.name) found.names += 1;
          if (match.staff === note.staff) found.hands += 1;
        }
      }
    }
    const rate = (count: number) => count / found.notes;
    expect(rate(found.onsets)).toBeGreaterThan(0.99);
    expect(rate(found.ends)).toBeGreaterThan(0.99);
    expect(rate(found.names)).toBeGreaterThan(0.98);
    expect(rate(found.hands)).toBeGreaterThan(0.95);
  });
});

describe('damaged MIDI files', () => {
  const good = played([
    [0, 1, 60],
    [1, 1, 62],
  ]);
  const with16 = (at: number, value: number) => {
    const copy = good.slice();
    new DataView(copy.buffer).setUint16(at, value);
    return copy;
  };
  it.each([
    ['empty', new Uint8Array(), 'empty-file'],
    ['text', new TextEncoder().encode('MThd is not all it takes'), 'truncated'],
    ['cut', good.slice(0, -9), 'truncated'],
    ['film frames', with16(12, 0xe728), 'bad-midi'],
    ['no beat', with16(12, 0), 'bad-midi'],
    ['patterns', with16(8, 2), 'bad-midi'],
    ['header only', good.slice(0, 14), 'bad-midi'],
    [
      'nonsense events',
      Uint8Array.from([...good.slice(0, 22), ...good.slice(22).map(() => 0x7f)]),
      'bad-midi',
    ],
  ])('%s: refused', (_, bytes, code) => {
    const result = readMidi(bytes, 'bad.mid');
    expect(result).toMatchObject({ ok: false, error: { code } });
  });
});
