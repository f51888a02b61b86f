import { weightsOf } from './weights.data';
import { describe, expect, it } from 'vitest';
import { AVERAGE_HAND, spanOf } from '../hands/reach';
import { demoTunes } from '../../testing/demo-tunes';
import { seeded } from '../../testing/random-songs';
import { scoreFromText } from '../../testing/score-from-text';
import { explainFinger } from './explain';
import { contextFor, touchesOf } from './finger-line';
import { fingerScore, type FingerScoreTask } from './finger-score';
import { cutRuns } from './runs';
import { solveFingers } from './solve';
import { termsOf } from './terms';

function taskOf(right: string, left?: string, change: Partial<FingerScoreTask> = {}): FingerScoreTask {
  const score = scoreFromText({ time: [4, 4], key: 'C', right, ...(left === undefined ? {} : { left }) });
  return {
    notes: score.notes,
    measures: score.measures,
    sections: [],
    size: AVERAGE_HAND,
    style: 'smooth',
    msPerTick: 60_000 / 90 / 10_080,
    mayTakeOver: true,
    mayPass: true,
    twinOf: score.measures.map(({ index }) => index),
    pinned: new Map(),
    ...change,
  };
}

const fingersOf = (task: FingerScoreTask) => {
  const { notes } = fingerScore(task);
  return task.notes.map((note) => notes.get(note.id)?.finger);
};

describe('fingering a score', () => {
  it('keeps the finger of a held note while others move', () => {
    const score = scoreFromText({ time: [4, 4], key: 'C', right: 'C4:1/1', left: 'r:1/1' });
    const held = score.notes[0]!;
    const moving = ['E4', 'F4', 'G4', 'F4'].map((_, index) => ({
      ...held,
      id: `m${index}` as typeof held.id,
      at: (held.at + index * 10_080) as typeof held.at,
      duration: 10_080 as typeof held.duration,
      pitch: { ...held.pitch, step: (['E', 'F', 'G', 'F'] as const)[index]! },
      voice: '2',
    }));
    const found = fingerScore({ ...taskOf('C4:1/1'), notes: [held, ...moving] }).notes;
    expect(found.get(held.id)!.finger).toBe(1);
    expect(moving.map(({ id }) => found.get(id)!.finger)).toEqual([3, 4, 5, 4]);
  });

  it('cuts runs at rests, and prices a move less after detached and long notes', () => {
    const runs = cutRuns(taskOf('C4:1/4 r:1/4 G4:1/4 A4:1/4 | F4:1/2 G4:1/2'));
    expect(runs.map(({ touches }) => touches.filter((each) => !each.isHeldOn).length)).toEqual([1, 4]);
    expect(runs[1]!.touches.at(-1)!.movePercent).toBe(80);
    const detached = taskOf('C4 D4 E4 F4');
    const notes = detached.notes.map((note) => ({ ...note, articulations: ['staccato'] as const }));
    expect(cutRuns({ ...detached, notes })[0]!.touches[1]!.movePercent).toBe(60);
  });

  it('leaves the hand where it lies over a rest when what comes next is under its fingers', () => {
    const task = taskOf('C5:1/2 r:1/2 | A4:1/4 r:1/4 C5:1/4 E5:1/4 | r:1/4 D5:1/4 B4:1/4 r:1/4 | E5:1/1');
    expect(cutRuns(task)).toHaveLength(1);
    expect(fingersOf(task)).toEqual([3, 1, 3, 5, 4, 2, 5]);
    const mirrored = taskOf('r:1/1 | r:1/1', 'G4:1/2 r:1/4 E4:1/4 | D4:1/4 r:1/4 F4:1/4 E4:1/4');
    expect(fingersOf(mirrored)).toEqual([1, 3, 4, 2, 3]);
  });

  it('takes a new position where a section opens, though its first notes would lie under the hand', () => {
    const task = taskOf('C4:1/2 E4:1/2 | r:1/2 D4:1/4 E4:1/4 | C4:1/1');
    const sections = [0, 1].map((from) => ({ id: `s${from}`, name: 'A', from, to: from === 0 ? 0 : 2 }));
    expect(cutRuns(task)).toHaveLength(1);
    expect(cutRuns({ ...task, sections })).toHaveLength(2);
  });

  it('has a beginner keep the finger on a long held key', () => {
    const long = taskOf('E4:1/2 F4:1/4 C5:1/4', undefined, { msPerTick: 60_000 / 40 / 10_080 });
    const held = cutRuns(long).flatMap(({ touches }) => touches.filter((each) => each.isHeldOn));
    expect(held).toHaveLength(1);
    const plain = cutRuns({ ...long, mayTakeOver: false });
    expect(plain.flatMap(({ touches }) => touches.filter((each) => each.isHeldOn))).toEqual([]);
  });

  it('reads a run again only when its notes, its pins or the hand have changed', () => {
    const task = taskOf('C4 D4 E4 F4 | G4 A4 B4 C5');
    const [first] = task.notes;
    const once = fingerScore(task).notes;
    expect(fingerScore(task).notes.get(first!.id)).toBe(once.get(first!.id));
    const pinned = fingerScore({ ...task, pinned: new Map([[first!.id as string, 2]]) }).notes;
    expect(pinned.get(first!.id)!.finger).toBe(2);
    const strong = fingerScore({ ...task, style: 'position' }).notes;
    expect([...strong.keys()]).toEqual([...once.keys()]);
    expect(strong.get(first!.id)).not.toBe(once.get(first!.id));
  });

  it('leaves every other run as it was read when a finger is pinned', () => {
    const task = taskOf('C4 D4 E4 F4 | r:1/1 | G5 A5 B5 C6 | r:1/1 | C4 D4 E4 F4', undefined, {
      twinOf: [0, 1, 2, 3, 0],
    });
    const once = fingerScore(task).notes;
    const pinned = task.notes[5]!;
    const again = fingerScore({ ...task, pinned: new Map([[pinned.id, 4]]) }).notes;
    expect(again.get(pinned.id)!.finger).toBe(4);
    for (const { id, measure } of task.notes)
      if (measure !== pinned.measure) expect(again.get(id)).toBe(once.get(id));
  });

  it('gives a figure the same fingers each time it comes back over a leap', () => {
    const tenths = 'G2 D3 B3 G2 D3 B3 C3 G3 E4 C3 G3 E4'.split(' ').map((key) => `${key}:1/8`);
    const task = taskOf('r:1/1 | r:1/2', tenths.join(' '));
    expect(fingersOf(task).join('')).toBe('531531531531');
    const right = 'C4 G4 E5 C4 G4 E5'.split(' ').map((key) => `${key}:1/8`);
    expect(fingersOf(taskOf(right.join(' '))).join('')).toBe('125125');
  });

  it('gives a measure that comes back the fingers that it had, whatever stands before it', () => {
    const task = taskOf('E4 G4 C5 G4 | C5 D5 E5 F5 | A4 B4 C5 D5 | C5 D5 E5 F5', undefined, {
      twinOf: [0, 1, 2, 1],
    });
    const fingers = fingersOf(task);
    expect(fingers.slice(12)).toEqual(fingers.slice(4, 8));
    const later = task.notes[13]!;
    expect(explainFinger(task, later.id)!.sentence).toMatch(/As in measure 2, which comes back here\.$/);
    // The teacher's own finger stands, and other notes are no repeat.
    expect(fingerScore({ ...task, pinned: new Map([[later.id, 5]]) }).notes.get(later.id)!.finger).toBe(5);
    const other = taskOf('E4 G4 C5 G4 | C5 D5 E5 F5 | A4 B4 C5 D5 | C5 D5 E5 C5', undefined, {
      twinOf: [0, 1, 2, 1],
    });
    expect(explainFinger(other, other.notes[13]!.id)!.sentence).not.toMatch(/comes back/);
  });

  it('tells where the thumb passes on a rung that has no passes', () => {
    const line = taskOf('C4:1/8 D4:1/8 E4:1/8 F4:1/8 G4:1/8 A4:1/8 B4:1/8 C5:1/8');
    expect(fingerScore(line).troubles).toEqual([]);
    const { troubles } = fingerScore({ ...line, mayPass: false });
    expect(troubles.length).toBeGreaterThan(0);
    for (const trouble of troubles) expect(trouble).toMatchObject({ kind: 'pass', hand: 'right' });
    expect(fingerScore(taskOf('C4 D4 E4 F4', undefined, { mayPass: false })).troubles).toEqual([]);
  });

  it('goes on over a tie', () => {
    const runs = cutRuns(taskOf('C4:1/2 E4:1/2~ | E4:1/4 F4:1/4 G4:1/2'));
    expect(runs).toHaveLength(1);
  });

  it('lets another finger take over a long held key only where that pays, and marks it', () => {
    const plain = taskOf('C4:1/2 D4:1/4 E4:1/4');
    expect([...fingerScore(plain).notes.values()].every(({ then }) => then === null)).toBe(true);
    const first = plain.notes[0]!.id;
    const pinned = taskOf('G4:1/2 A4:1/4 B4:1/4 | C5:1/4 D5:1/4 E5:1/2');
    const found = fingerScore({ ...pinned, msPerTick: 60_000 / 50 / 10_080 }).notes;
    for (const { finger, then } of found.values()) expect(then).not.toBe(finger);
    expect(fingerScore({ ...plain, pinned: new Map([[first, 5]]) }).notes.get(first)).toMatchObject({
      finger: 5,
      then: null,
    });
  });

  it('obeys pins and reports those that no hand can follow', () => {
    const task = taskOf('(C4 E4):1/1');
    const [low, high] = task.notes;
    const crossed = fingerScore({
      ...task,
      pinned: new Map([
        [low!.id, 4],
        [high!.id, 2],
      ]),
    });
    expect(crossed.troubles).toMatchObject([{ kind: 'pins', hand: 'right' }]);
    expect(
      fingersOf({
        ...task,
        pinned: new Map([
          [low!.id, 2],
          [high!.id, 4],
        ]),
      }),
    ).toEqual([2, 4]);
    expect(fingerScore(task).troubles).toEqual([]);
  });

  it('says where a small hand cannot hold a chord, and never hides it', () => {
    const task = taskOf('r:1/1', '(C3 E4):1/1');
    expect(fingerScore(task).troubles).toEqual([]);
    const small = { right: spanOf(9), left: spanOf(9) };
    expect(fingerScore({ ...task, size: small }).troubles).toMatchObject([{ kind: 'reach', hand: 'left' }]);
  });

  it('takes no finger twice at once, in every demo tune', () => {
    for (const { score } of demoTunes()) {
      const twinOf = score.measures.map(({ index }) => index);
      const task = { ...taskOf('C4:1/1'), notes: score.notes, measures: score.measures, twinOf };
      const { notes } = fingerScore(task);
      for (const staff of [0, 1])
        for (const note of score.notes.filter((each) => each.staff === staff && !each.grace)) {
          const together = score.notes.filter(
            (each) => each.staff === staff && each.at === note.at && !each.grace && notes.has(each.id),
          );
          const fingers = together.map((each) => notes.get(each.id)!.finger);
          expect(new Set(fingers).size).toBe(fingers.length);
        }
    }
  });
});

describe('why a finger', () => {
  it('is a sentence, the rules that charge, and what else it could be with what speaks against it', () => {
    const task = taskOf('G4 A4 B4 C5 | D5 E5 F5 G5');
    const why = explainFinger(task, task.notes[3]!.id)!;
    expect(why.finger).toBe(1);
    expect(why.sentence).toMatch(/^The thumb passes under 3 to C/);
    expect(why.terms.some(({ label }) => label === 'thumb passing')).toBe(true);
    expect(why.others.length).toBeGreaterThan(0);
    for (const { finger, extra, because } of why.others) {
      expect(finger).not.toBe(1);
      expect(extra).toBeGreaterThanOrEqual(0);
      expect(because).not.toBe('');
    }
    expect(why.now.split(' ')).toHaveLength(8);
  });

  it('offers other ways through the whole phrase, each with the notes it changes', () => {
    const task = taskOf('G4 A4 B4 C5 | D5 E5 F5 G5');
    const { phrase, now } = explainFinger(task, task.notes[0]!.id)!;
    expect(phrase.length).toBeGreaterThan(0);
    for (const { text, changes } of phrase) {
      expect(text).not.toBe(now);
      const pinned = new Map(changes.map(({ note, finger }) => [note, finger]));
      const taken = fingerScore({ ...task, pinned: new Map([...pinned]) }).notes;
      for (const [note, finger] of pinned) expect(taken.get(note)!.finger).toBe(finger);
    }
  });

  it('adds up: what the rules charge, one by one, is the price of the line', () => {
    const random = seeded(5);
    for (let round = 0; round < 20; round += 1) {
      const keys = Array.from({ length: 12 }, () => 55 + random(18));
      for (const hand of ['right', 'left'] as const) {
        const onsets = keys.map((key) => ({ keys: [key] }));
        const context = contextFor(hand, 15, weightsOf('smooth'));
        const touches = touchesOf({ hand, onsets });
        const solved = solveFingers(context, touches);
        const terms = termsOf(context, touches, solved.fingers);
        expect(terms.reduce((sum, { points }) => sum + points, 0)).toBe(solved.cost);
      }
    }
  });

  it('knows nothing of notes that are not struck', () => {
    expect(explainFinger(taskOf('C4:1/1'), 'none')).toBeNull();
  });
});
