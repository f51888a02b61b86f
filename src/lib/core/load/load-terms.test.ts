import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { AVERAGE_HAND, spanOf } from '../hands/reach';
import { midiOf } from '../pitch/pitch';
import type { Note } from '../score/model';
import {
  distancePart,
  entryOf,
  handWork,
  loadTerms,
  measureLoad,
  mostAtOnce,
  pedalPart,
  pedalPoints,
  shiftsPart,
  soundingWith,
  sumOfTerms,
  touchesOf,
} from './load';

interface Plan {
  readonly time?: readonly [number, number];
  readonly key?: string;
  readonly lengthMs?: number;
  readonly offset?: number;
  readonly largest?: number;
}

/** One hand in a measure of four seconds. */
function workOf(text: string, plan: Plan = {}) {
  const { measures, notes } = scoreFromText({ time: plan.time ?? [4, 4], key: plan.key ?? 'C', right: text });
  const tiedInto = new Set<string>(notes.flatMap((note) => note.tieTo ?? []));
  return handWork(notes, tiedInto, spanOf(plan.largest ?? 15), {
    measure: measures[0]!,
    offset: plan.offset ?? 0,
    key: measures[0]!.key,
    lengthMs: plan.lengthMs ?? 4000,
  });
}

/** Hundredths of load. */
const own = (text: string, plan?: Plan) => workOf(text, plan).own;
const silent = workOf('r:1/1');
const shifts = (text: string) => workOf(text).shifts;
/** White keys travelled. */
const travelled = (text: string) => workOf(text).distance / 235;

describe('the terms of load, worked out by hand', () => {
  it('rate: eight touches a second are full', () => {
    expect(own('C4 C4 C4 C4').rate).toBe(225);
    expect(own('(C4 E4) (C4 E4) (C4 E4) (C4 E4)').rate).toBe(225);
    expect(own('C4 C4 C4 C4', { lengthMs: 500 }).rate).toBe(1800);
    expect(own('C4 C4 C4 C4', { lengthMs: 100 }).rate).toBe(1800);
    expect(own('C4 C4 C4 C4', { lengthMs: 0 }).rate).toBe(1800);
  });

  it('notes at once: three beyond the first are full', () => {
    expect(own('C4:1/1').atOnce).toBe(0);
    expect(own('(C4 E4):1/1').atOnce).toBe(267);
    expect(own('C4 (C4 E4 G4) C4 C4').atOnce).toBe(533);
    expect(own('(C4 E4 G4 C5):1/1').atOnce).toBe(800);
    expect(own('r:1/1').atOnce).toBe(0);
  });

  it('stretch: a third of it at the widest fifth, all of it at the hand’s largest span', () => {
    expect(own('C4:1/1').stretch).toBe(0);
    expect(own('(C4 E4):1/1').stretch).toBe(178);
    expect(own('(C4 G4):1/1').stretch).toBe(356);
    expect(own('(Bb3 F4):1/1').stretch).toBe(400);
    expect(own('(C4 C5):1/1').stretch).toBe(844);
    expect(own('(C4 E5):1/1').stretch).toBe(1200);
    expect(own('(C4 G5):1/1').stretch).toBe(1200);
    expect(own('(C4 C5):1/1', { largest: 12 }).stretch).toBe(1200);
    expect(own('C4 C5 C4 C5').stretch).toBe(0);
    // A hand that holds a fifth at most has no room beyond it.
    expect(own('(C4 C5):1/1', { largest: 7 }).stretch).toBe(1200);
  });

  it('stretch: asks nothing of rolled chords', () => {
    const { measures, notes } = scoreFromText({ time: [4, 4], key: 'C', right: '(C4 C5):1/1' });
    const rolled = notes.map((note) => ({ ...note, articulations: ['arpeggiate'] as const }));
    const context = { measure: measures[0]!, offset: 0, key: measures[0]!.key, lengthMs: 4000 };
    expect(handWork(rolled, new Set(), AVERAGE_HAND.right, context).own.stretch).toBe(0);
    const marked = notes.map((note) => ({ ...note, articulations: ['staccato'] as const }));
    expect(handWork(marked, new Set(), AVERAGE_HAND.right, context).own.stretch).toBe(844);
  });

  it('black keys: half for the colour, half for being outside the key', () => {
    expect(own('C4 D4 E4 F4').blackKeys).toBe(0);
    expect(own('C#4 D4 E4 F4').blackKeys).toBe(200);
    expect(own('F#4 G4 A4 B4', { key: 'G' }).blackKeys).toBe(100);
    expect(own('F4 G4 A4 B4', { key: 'G' }).blackKeys).toBe(100);
    expect(own('r:1/1').blackKeys).toBe(0);
  });

  it('rhythm: points for onsets off the beat, tuplets, dots and ties', () => {
    const points = (text: string, plan?: Plan) => own(text, plan).rhythm / 100;
    expect(points('C4 C4 C4 C4')).toBe(0);
    expect(points('C4:1/8 C4:1/8 C4 C4:1/2')).toBe(1);
    expect(points('C4:1/16 C4:1/16 C4:1/16 C4:1/16 C4 C4:1/2')).toBe(5);
    expect(points('r:1/8 C4:1/8 C4 C4:1/2')).toBe(3);
    expect(points('C4:3/8 C4:1/8 C4:1/2')).toBe(4);
    expect(points('C4:3/16 C4:1/16 C4 C4:1/2')).toBe(3);
    expect(points('C4:3/4 C4:1/4')).toBe(0);
    expect(points('3[C4:1/8 C4:1/8 C4:1/8] C4 C4:1/2')).toBe(6);
    expect(points('C4:1/2~ C4:1/4 C4:1/4')).toBe(1);
    expect(points('(C4 E4):1/2~ (C4 E4):1/4 C4:1/4')).toBe(1);
    expect(points('(C4 E4):3/8 C4:1/8 C4:1/2')).toBe(4);
    expect(
      points('C4:1/16 C4:1/16 C4:1/16 C4:1/16 r:1/16 C4:1/16 C4:1/16 C4:1/16 3[C4:1/8 C4:1/8 C4:1/8] C4:1/4'),
    ).toBe(12);
  });

  it('rhythm: counts from where the measure begins in its metre', () => {
    expect(own('C4:1/8 C4:1/4').rhythm).toBe(100);
    expect(own('C4:1/8', { offset: 3 * 10_080 + 5_040 }).rhythm).toBe(300);
  });

  it('rhythm: the beats of compound time are dotted quarters in three', () => {
    expect(own('C4:1/8 C4:1/8 C4:1/8 C4:3/8', { time: [6, 8] }).rhythm).toBe(300);
    expect(own('C4:3/4', { time: [6, 8] }).rhythm).toBe(0);
  });

  it('are summed without those that wait for the measure before and the other hand', () => {
    const work = workOf('(C#4 E4):3/8 G4:1/8 C5:1/2');
    const { rate, atOnce, stretch, blackKeys, rhythm } = work.own;
    expect([rate, atOnce, stretch, blackKeys, rhythm].every((each) => each > 0)).toBe(true);
    expect(work.ownSum).toBe(rate + atOnce + stretch + blackKeys + rhythm);
  });
});

describe('the hand’s place', () => {
  it('takes five letters; beyond them it shifts', () => {
    expect(shifts('C4 G4 C4 E4')).toBe(0);
    expect(shifts('C4 A4 C4 C4')).toBe(2);
    expect(shifts('C4 E4 G4 A4')).toBe(1);
    expect(shifts('G4 C4 B3 C4')).toBe(1);
    expect(shifts('C4:1/1')).toBe(0);
  });

  it('is as wide as a chord that is held in it', () => {
    expect(shifts('(C4 C5) D4 B4 G4')).toBe(0);
    expect(shifts('(C4 C5) D5:3/4')).toBe(1);
    expect(shifts('(C4 C5) B3:3/4')).toBe(1);
    expect(shifts('C4 (D4 D5):3/4')).toBe(1);
    expect(shifts('E4 (C4 C5):3/4')).toBe(0);
  });

  it('travels as its outer notes do, or as the end that stays', () => {
    expect(travelled('C4 G4:3/4')).toBe(4);
    expect(travelled('C4 G4 C4:1/2')).toBe(8);
    expect(travelled('(C4 E4) (D4 G4):1/2')).toBe(1.5);
    expect(travelled('(C4 E4 G4) C4:3/4')).toBe(0);
    expect(travelled('(C4 E4) A4:3/4')).toBe(3);
    expect(travelled('C4:1/1')).toBe(0);
  });

  it('comes from the measure before: on its first touch only, and from nowhere at the start', () => {
    const from = workOf('C5 C4:3/4');
    expect(entryOf(workOf('A4 C4:3/4'), from)).toEqual({ distance: 5 * 235, shifts: 1 });
    expect(entryOf(workOf('D4 C4:3/4'), workOf('C4:1/1'))).toEqual({ distance: 235, shifts: 0 });
    expect(entryOf(workOf('G4:1/1'), null)).toEqual({ distance: 0, shifts: 0 });
    expect(entryOf(silent, from)).toEqual({ distance: 0, shifts: 0 });
    expect(entryOf(workOf('G4:1/1'), silent)).toEqual({ distance: 0, shifts: 0 });
    expect(silent).toMatchObject({ first: null, last: null, exit: null, touches: [] });
  });

  it('is read of notes in any order', () => {
    const { notes } = scoreFromText({ time: [4, 4], key: 'C', right: 'C4 (E4 G4 D5):1/2 C4' });
    expect(touchesOf([...notes].reverse())).toEqual(touchesOf(notes));
    expect(touchesOf(notes)[1]).toEqual({
      at: 10_080,
      size: 3,
      lowest: 64,
      highest: 74,
      lowStep: 30,
      highStep: 36,
    });
    const work = workOf('C4 E4 G4:1/2');
    expect([work.first!.lowest, work.last!.lowest]).toEqual([60, 67]);
  });
});

describe('the terms that need more than the hand’s own measure', () => {
  it('are the way into it, the other hand, and the pedal', () => {
    const terms = (text: string, before: string | null, other = 'r:1/1') =>
      loadTerms(workOf(text), before === null ? null : workOf(before), workOf(other), 4000);
    expect(terms('C4 G4 C4:1/2', null)).toMatchObject({ distance: 140, shifts: 0, unlikeness: 0, pedal: 0 });
    expect(terms('C4 G4 C4:1/2', 'C5:1/1')).toMatchObject({ distance: 263, shifts: 400 });
    expect(terms('C4 A4:3/4', 'C5:1/1')).toMatchObject({ shifts: 800 });
    expect(terms('C4 C4 C4 C4', null, 'r:1/8 C4:1/8 C4:1/4 C4:1/2').unlikeness).toBe(300);
    expect(terms('r:1/8 C4:1/8 C4:1/4 C4:1/2', null, 'C4 C4 C4 C4').unlikeness).toBe(300);
    expect(terms('C4 C4 C4 C4', null, 'C4:1/1').unlikeness).toBe(0);
    expect(sumOfTerms(terms('C4 G4 C4:1/2', null))).toBe(140 + own('C4 G4 C4:1/2').rate);
  });

  it('grow with how far and how often', () => {
    expect(distancePart(20 * 235, 1000)).toBe(1400);
    expect(distancePart(10 * 235, 1000)).toBe(700);
    expect(distancePart(40 * 235, 1000)).toBe(1400);
    expect(distancePart(235, 0)).toBe(1400);
    expect([0, 1, 2, 3, 4].map(shiftsPart)).toEqual([0, 400, 800, 1200, 1200]);
    expect([0, 1, 4, 9].map(pedalPart)).toEqual([0, 100, 400, 400]);
    expect([0, 1, 2, 4, 9].map(pedalPoints)).toEqual([0, 1, 3, 5, 5]);
  });

  it('come together as the harder hand and a share of the easier', () => {
    expect(measureLoad(3000, 1000)).toBe(34);
    expect(measureLoad(1000, 3000)).toBe(34);
    expect(measureLoad(2000, 2000)).toBe(27);
    expect(measureLoad(9000, 9000)).toBe(100);
    expect(measureLoad(0, 0)).toBe(0);
  });
});

describe('notes that sound together', () => {
  const { notes } = scoreFromText({ time: [4, 4], key: 'C', right: 'C4:1/2 E4:1/2', left: 'C3:1/4 G3:3/4' });
  const named = (list: readonly Note[]) => list.map((note) => midiOf(note.pitch)).sort((a, b) => a - b);
  const at = (key: number) => notes.find((note) => midiOf(note.pitch) === key)!;

  it('are those begun and not yet over', () => {
    expect(named(soundingWith(at(60), notes))).toEqual([48, 60]);
    expect(named(soundingWith(at(55), notes))).toEqual([55, 60]);
    expect(named(soundingWith(at(64), notes))).toEqual([55, 64]);
    expect(mostAtOnce(notes)).toBe(2);
    expect(mostAtOnce([])).toBe(0);
  });
});
