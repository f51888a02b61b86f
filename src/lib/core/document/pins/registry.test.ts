import { describe, expect, it } from 'vitest';
import { addedPin } from './added';
import { chordPin } from './chord';
import { circlePin } from './circle';
import { countPin } from './count';
import { dynamicPin } from './dynamic';
import { easePin } from './ease';
import { fingerPin } from './finger';
import { handPin } from './hand';
import { keepPin } from './keep';
import { leaveOutPin } from './leave-out';
import { noSlurPin } from './no-slur';
import { pedalPin } from './pedal';
import { pedalPointsPin } from './pedal-points';
import { pitchPin } from './pitch';
import { inOrder, kindOf, measureOf, movePin, PIN_KINDS, pinSchema, type Pin } from './registry';
import { rightTexturePin } from './right-texture';
import { setAsidePin } from './set-aside';
import { settingPin } from './setting';
import { settledPin } from './settled';
import { slurPin } from './slur';
import { texturePin } from './texture';
import { touchPin } from './touch';
import { valuePin } from './value';
import { voicingPin } from './voicing';
import { wordsPin } from './words';

const NOTE = 'p0m3v1t0c0';
const NEXT = 'p0m3v1t10080c0';

/** One pin of every kind, in measure 3. */
const SAMPLES: readonly Pin[] = [
  texturePin(3, 'open-fifth'),
  rightTexturePin(3, 'tune'),
  settingPin(3, 'sing'),
  easePin(3, -1),
  keepPin(3),
  chordPin(3, 0, 'G7'),
  voicingPin({
    measure: 3,
    tick: 0,
    hand: 'left',
    texture: 'close-triads',
    pitches: [{ step: 'C', alter: 0, octave: 3 }],
  }),
  settledPin(3, []),
  leaveOutPin(NOTE),
  addedPin({
    measure: 3,
    tick: 0,
    hand: 'left',
    pitch: { step: 'C', alter: 0, octave: 3 },
    duration: 10_080,
  }),
  pitchPin(NOTE, { steps: 1, semitones: 2 }),
  valuePin(NOTE, 5_040),
  handPin(NOTE, 'left'),
  touchPin(NOTE, 'staccato'),
  fingerPin(NOTE, 3),
  noSlurPin(NOTE, NEXT),
  slurPin(NOTE, NEXT),
  circlePin(NOTE),
  dynamicPin(3, 0, 'p'),
  wordsPin(3, 0, 'p0m3v1t0c0, softly'),
  countPin(3, 0, '1'),
  pedalPin(3, 'legato'),
  pedalPointsPin(3, [{ down: 0, up: 10_080 }]),
  setAsidePin(3, { code: 'reach', sentence: 'The left hand spans a tenth.' }, 'She rolls it.'),
];

describe('every kind of pin', () => {
  it('has a sample here', () =>
    expect(SAMPLES.map(({ kind }) => kind).sort()).toEqual(Object.keys(PIN_KINDS).sort()));

  it.each(SAMPLES.map((pin) => [pin.kind, pin] as const))('%s is kept and read back as it was', (_, pin) => {
    expect(pinSchema.parse(JSON.parse(JSON.stringify(pin)))).toEqual(pin);
    expect(kindOf(pin).name).toMatch(/^[a-z]/);
    expect(measureOf(pin)).toBe(3);
  });

  it.each(SAMPLES.map((pin) => [pin.kind, pin] as const))(
    '%s is carried to another measure and back',
    (_, pin) => {
      const there = movePin(pin, { from: 3, to: 12 });
      expect(measureOf(there)).toBe(12);
      expect(there.id).not.toBe(pin.id);
      expect(pinSchema.parse(there)).toEqual(there);
      expect(movePin(there, { from: 12, to: 3 })).toEqual(pin);
    },
  );

  it('is refused in a shape that is not its own', () => {
    for (const pin of SAMPLES) {
      expect(pinSchema.safeParse({ ...pin, kind: 'unknown' }).success).toBe(false);
      const { kind, id } = pin;
      const isBare = pinSchema.safeParse({ kind, id }).success;
      expect(isBare).toBe(false);
    }
  });
});

describe('the order in which pins are put on', () => {
  it('is whole measures first, then notes, then what hangs on them; within a kind by id', () => {
    expect(inOrder([...SAMPLES].reverse()).map(({ kind }) => kind)).toEqual(Object.keys(PIN_KINDS));
    const [a, b] = [fingerPin('p0m1v1t0c0', 1), fingerPin('p0m2v1t0c0', 1)];
    expect(inOrder([b, a])).toEqual([a, b]);
    expect(inOrder([a, b])).toEqual([a, b]);
  });
});

describe('how far a measure may be eased', () => {
  it('is as far as ladders go', () => {
    expect(easePin(0, -30)).toMatchObject({ by: -11 });
    expect(easePin(0, 30)).toMatchObject({ by: 11 });
    expect(easePin(0, -2)).toMatchObject({ by: -2 });
  });
});
