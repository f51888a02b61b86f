import { describe, expect, it } from 'vitest';
import { GRACE } from '../../testing/grace';
import { scoreFromText } from '../../testing/score-from-text';
import { QUARTER } from '../../testing/pedal-measure';
import { AVERAGE_HAND } from '../hands/reach';
import { ticks } from '../units';
import { isTaken, pairName, pedalMarks, planPedal, type PedalTask } from './plan-pedal';

function plan(left: string, change: Partial<PedalTask> = {}, right?: string) {
  const count = left.split('|').length;
  const score = scoreFromText({
    time: [4, 4],
    key: 'C',
    right: right ?? Array(count).fill('E5:1/1').join(' | '),
    left,
  });
  return planPedal({
    measures: score.measures,
    notes: score.notes,
    chords: [],
    slurs: [],
    marks: [],
    leftTextures: Array(count).fill('held-root'),
    rightTextures: Array(count).fill('tune'),
    leftSpan: AVERAGE_HAND.left,
    rule: 'any',
    use: 'yes',
    wanted: 'by-texture',
    own: new Map(),
    msPerTick: 60_000 / 90 / QUARTER,
    ...change,
  });
}

const inQuarters = (pedal: ReturnType<typeof plan>) =>
  pedal.map(({ spans }) => spans.map(({ down, up }) => `${down / QUARTER}-${up / QUARTER}`).join(' '));

describe('the pedal of each measure', () => {
  it('is the texture’s own, said why', () => {
    const pedal = plan('C3:1/1 | (C2 C3):1/1', { leftTextures: ['held-root', 'octave-bass'] });
    expect(pedal.map(({ policy }) => policy)).toEqual(['legato', 'each-bass']);
    expect(inQuarters(pedal)).toEqual(['0-4', '4-8']);
    expect(pedal[0]!.sentence).toMatch(/^One harmony at a time/);
    expect(pedal[0]!.mud).toBeNull();
  });

  it('changes with the chords inside the measure, not with those of its neighbours', () => {
    const chordAt = (quarter: number) => ({ at: ticks(quarter * QUARTER) }) as PedalTask['chords'][number];
    expect(inQuarters(plan('C3:1/2 F3:1/2 | C3:1/1', { chords: [0, 2, 4].map(chordAt) }))).toEqual([
      '0-2 2-4',
      '4-8',
    ]);
  });

  it('is the score’s own where it marks one, changed at each barline', () => {
    const at = (quarter: number, action: 'down' | 'up') => {
      const measure = Math.floor(quarter / 4);
      return { kind: 'pedal' as const, action, part: 0, staff: 1, measure, at: ticks(quarter * QUARTER) };
    };
    const marks = [at(1, 'down'), at(6, 'up'), at(6.5, 'down'), at(7, 'up'), at(12, 'down')];
    const left = 'C3:1/1 | D3:1/1 | E3:1/1 | F3:1/1';
    const leftTextures = Array(4).fill('as-written');
    const pedal = plan(left, { marks, leftTextures });
    expect(pedal.map(({ policy }) => policy)).toEqual(['as-written', 'as-written', 'legato', 'as-written']);
    expect(inQuarters(pedal)).toEqual(['1-4', '4-6 6.5-7', '8-12', '12-16']);
    expect(plan(left, { marks, leftTextures, rule: 'legato' })[0]!.policy).toBe('legato');
  });

  it('lifts in the rest after a two-note slur, in the measure where it stands', () => {
    const right = 'C5:1/1 | C5 D5 r:1/4 E5 | C5:1/1';
    const score = scoreFromText({ time: [4, 4], key: 'C', right });
    const [from, to] = score.notes.slice(1, 3).map(({ id }) => id);
    const slurs = [{ from: from!, to: to! }];
    const left = 'C3:1/1 | C3:1/1 | C3:1/1';
    expect(inQuarters(plan(left, { slurs }, right))).toEqual(['0-4', '4-6', '8-12']);
    expect(inQuarters(plan(left, {}, right))).toEqual(['0-4', '4-8', '8-12']);
    // What the left hand strikes after the rest has the pedal down again.
    const again = plan('C3:1/1 | C3:3/4 C3:1/4 | C3:1/1', { slurs }, right);
    expect(inQuarters(again)[1]).toBe('4-6 7-8');
  });

  it('is not put down by a note that is held over a barline', () => {
    const [, second] = plan('C3:1/1~ | C3:1/2 D3:1/2', { wanted: 'held-bass' });
    expect(second!.spans).toEqual([{ down: 6 * QUARTER, up: 8 * QUARTER }]);
  });

  it('is what the teacher chose for the piece, and what fits is passed over', () => {
    const [measure] = plan('C3:1/1', { wanted: 'each-bass' });
    expect(measure).toMatchObject({
      policy: 'each-bass',
      sentence: 'The piece is pedalled “at each new bass”.',
    });
    expect(plan('C3:1/1', { wanted: 'none' })[0]).toMatchObject({ policy: 'none', spans: [] });
    // The rung has no say in what the teacher asks for.
    expect(plan('C3:1/1', { wanted: 'legato', rule: 'none' })[0]!.policy).toBe('legato');
  });

  it('is the measure’s own before all else', () => {
    const spans = [{ down: QUARTER, up: 2 * QUARTER }];
    const own: PedalTask['own'] = new Map<number, 'each-bass' | typeof spans>([
      [0, 'each-bass'],
      [1, spans],
    ]);
    const pedal = plan('C3 C3 D3 D3 | C3:1/1', { own, wanted: 'none', rule: 'none' });
    expect(pedal[0]).toMatchObject({ policy: 'each-bass', sentence: 'You chose “at each new bass” here.' });
    expect(pedal[0]!.spans).toHaveLength(2);
    expect(pedal[1]).toMatchObject({ policy: 'as-written', spans, sentence: 'You set these points.' });
  });

  it('is none for a learner without one, whatever was set', () => {
    const own: PedalTask['own'] = new Map([[0, 'legato']]);
    expect(plan('C3:1/1', { use: 'none', own })[0]).toMatchObject({ policy: 'none', spans: [] });
    expect(plan('C3:1/1', { use: 'out-of-reach', wanted: 'legato' })[0]!.sentence).toMatch(/feet/);
  });

  it('is what the rung takes', () => {
    const at = (rule: PedalTask['rule'], texture: 'held-root' | 'octave-bass' | 'low-root-then-triad') =>
      plan('C3:1/1', { rule, leftTextures: [texture] })[0]!;
    expect(at('none', 'held-root').sentence).toBe('This rung has no pedal yet.');
    expect(at('optional', 'held-root')).toMatchObject({
      policy: 'none',
      sentence: expect.stringContaining('a choice'),
    });
    expect(at('legato', 'held-root').policy).toBe('legato');
    expect(at('legato', 'low-root-then-triad').policy).toBe('legato');
    expect(at('legato', 'octave-bass')).toMatchObject({
      policy: 'none',
      sentence: expect.stringContaining('legato only'),
    });
    expect(at('any', 'octave-bass').policy).toBe('each-bass');
  });

  it('is left out where there is nothing to hold, or too much to do', () => {
    expect(plan('C3:1/8 r:7/8', { leftTextures: ['moving-bass'] }, 'E5:1/8 r:7/8')[0]!.sentence).toBe(
      'Nothing here for the pedal to hold.',
    );
    const chords = [1, 2, 3].map(
      (quarter) => ({ at: ticks(quarter * QUARTER) }) as PedalTask['chords'][number],
    );
    const busy = (most: number) => plan('C3 F3 G3 C3', { chords, mostChanges: () => most })[0]!;
    expect(busy(4).spans).toHaveLength(4);
    expect(busy(3)).toMatchObject({ policy: 'none', sentence: expect.stringContaining('weigh more') });
  });
});

describe('mud', () => {
  const muddy = 'C2 D2 C2 D2';

  it('keeps a measure dry, or has it changed at each new bass where that clears it', () => {
    const [cleared] = plan(muddy);
    expect(cleared).toMatchObject({
      policy: 'each-bass',
      sentence: 'Held longer, C2 and D2 would blur: changed at each new bass.',
      mud: null,
    });
    expect(cleared!.spans).toHaveLength(4);
    const [dry] = plan('(C2 D2):1/1');
    expect(dry).toMatchObject({
      policy: 'none',
      spans: [],
      sentence: 'Under the pedal C2 and D2 would blur: this measure stays dry.',
    });
  });

  it('stays dry where the rung, or the load, does not take so many changes', () => {
    expect(plan(muddy, { rule: 'legato' })[0]!.policy).toBe('none');
    expect(plan(muddy, { mostChanges: () => 3 })[0]!.policy).toBe('none');
    expect(plan(muddy, { mostChanges: () => 4 })[0]!.policy).toBe('each-bass');
  });

  it('is told, and kept, where the teacher asks for it', () => {
    const [asked] = plan(muddy, { wanted: 'legato' });
    expect(asked!.policy).toBe('legato');
    expect(pairName(asked!.mud!)).toBe('C2 and D2');
    const [own] = plan(muddy, { own: new Map([[0, 'legato']]) });
    expect(own!.mud).not.toBeNull();
  });

  it('is the worst of all spans', () => {
    const own: PedalTask['own'] = new Map([
      [
        0,
        [
          { down: 0, up: 2 * QUARTER },
          { down: 2 * QUARTER, up: 4 * QUARTER },
        ],
      ],
    ]);
    const worst = (left: string) => pairName(plan(left, { own })[0]!.mud!);
    expect(worst('C2 D2 E2 F#2')).toBe('C2 and D2');
    expect(worst('E2 F#2 C2 D2')).toBe('C2 and D2');
    expect(worst('D2 E2 C2 D2')).toBe('C2 and D2');
    expect(worst('C2 D2 D2 E2')).toBe('C2 and D2');
  });

  it('does not come from grace notes or another player', () => {
    const score = scoreFromText({ time: [4, 4], key: 'C', right: 'E5:1/1', left: '(C2 D2):1/1' });
    const with_ = (change: (note: (typeof score.notes)[number]) => object) =>
      plan('(C2 D2):1/1', {
        notes: score.notes.map((note) =>
          note.staff === 1 && note.pitch.step === 'D' ? { ...note, ...change(note) } : note,
        ),
      })[0]!.policy;
    expect(with_(() => ({}))).toBe('none');
    expect(with_(() => ({ grace: GRACE }))).toBe('legato');
    expect(with_(() => ({ staff: 2 }))).toBe('legato');
  });
});

describe('what a rung takes when it is asked', () => {
  it('is anything on the highest, legato in the middle, and always none', () => {
    expect(isTaken('any', 'each-bass')).toBe(true);
    expect(isTaken('legato', 'legato')).toBe(true);
    expect(isTaken('optional', 'legato')).toBe(true);
    expect(isTaken('legato', 'each-bass')).toBe(false);
    expect(isTaken('none', 'legato')).toBe(false);
    expect(isTaken('none', 'none')).toBe(true);
  });
});

describe('points as marks', () => {
  it('go down and up; lifted and put down at one place they change', () => {
    const measure = (...spans: readonly (readonly [number, number])[]) => ({
      policy: 'legato' as const,
      spans: spans.map(([down, up]) => ({ down, up })),
      sentence: '',
      mud: null,
    });
    const marks = pedalMarks([measure([0, 2], [2, 4]), measure([4, 6]), measure(), measure([9, 10])]);
    expect(marks.map((mark) => mark.kind === 'pedal' && [mark.measure, mark.at, mark.action])).toEqual([
      [0, 0, 'down'],
      [0, 2, 'change'],
      [1, 4, 'change'],
      [1, 6, 'up'],
      [3, 9, 'down'],
      [3, 10, 'up'],
    ]);
    expect(marks[0]).toMatchObject({ part: 0, staff: 1 });
    // The same mark is the same record.
    expect(pedalMarks([measure([0, 2], [2, 4])])[0]).toBe(marks[0]);
  });
});
