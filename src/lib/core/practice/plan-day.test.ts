import { describe, expect, it } from 'vitest';
import {
  PLAN_DAY,
  planPiece,
  planSection,
  planState,
  planTrouble as trouble,
} from '../../testing/plan-states';
import { yearOf } from './day-number';
import { planDay } from './plan-day';
import type { PlanSection, PlanState } from './plan-state';

const YEAR = yearOf(PLAN_DAY);
const learned = (section: string, change: Partial<PlanSection> = {}): PlanSection =>
  planSection(section, {
    isLearned: true,
    stage: 'at-tempo',
    tempoBpm: 90,
    lastOnDay: PLAN_DAY - 4,
    dueOnDay: PLAN_DAY + 5,
    ...change,
  });

/** A day as it is read out: what, where, how, how fast, how long; then what waits. */
function readOut(state: PlanState): readonly string[] {
  const { items, waits, totalMinutes, restAfterMinutes } = planDay(state, PLAN_DAY, YEAR);
  return [
    ...items.map(
      ({ what, piece, section, stage, tempoBpm, minutes, joinsWith }) =>
        `${what}: ${piece} ${section}${joinsWith ? `–${joinsWith}` : ''}, ${stage}${tempoBpm === null ? '' : ` at ${tempoBpm}`}, ${minutes}`,
    ),
    ...waits.map(({ what, piece, section, why }) => `waits: ${what} ${piece} ${section}: ${why}`),
    `${totalMinutes} minutes, a rest after ${restAfterMinutes}`,
  ];
}
const whys = (state: PlanState) =>
  planDay(state, PLAN_DAY, YEAR).items.map(({ what, why }) => `${what}: ${why}`);

const full: PlanState = planState(
  [
    planPiece(
      'Tide',
      [
        learned('A', {
          trouble: [trouble(3), trouble(5, { kind: 'rhythm', hand: 'left', passedOn: [PLAN_DAY - 1] })],
          joinsWith: 'B',
        }),
        learned('B', { dueOnDay: PLAN_DAY - 2 }),
        planSection('C', { stage: 'together', tempoBpm: 62, cleanRuns: 1, lastOnDay: PLAN_DAY - 1 }),
        planSection('D', { repeats: 'C' }),
      ],
      { goalDay: PLAN_DAY + 30, warmUp: 'The scale of G', measureNumbers: ['0', '1', '2', '3', '4', '5'] },
    ),
    planPiece('Bell', [
      learned('S', { tempoBpm: 70 }),
      planSection('X', {
        measures: 4,
        known: ['the bass of Tide'],
        oddOf: { name: 'S', places: ['6', '8'] },
      }),
      learned('R', { dueOnDay: PLAN_DAY, stage: 'memory' }),
      planSection('Y', { measures: 12 }),
    ]),
  ],
  { minutesADay: 45 },
);

describe('a day read out', () => {
  it('of forty-five minutes', () =>
    expect(readOut(full)).toEqual([
      'warm-up: Bell Y, listen, 4',
      'trouble: Tide A, slow-together at 63, 4',
      'revisit: Tide B, at-tempo at 90, 3',
      'trouble: Tide A, left at 63, 4',
      'new: Bell X, right-counts at 58, 6',
      'new: Bell Y, right-counts at 58, 6',
      'new: Tide C, together at 66, 5',
      'revisit: Bell R, memory at 90, 3',
      'join: Tide A–B, together at 90, 4',
      'secure: Bell S, at-tempo at 70, 4',
      '43 minutes, a rest after 25',
    ]));
  it('says why', () =>
    expect(whys(full)).toEqual([
      'warm-up: The scale or position of the day’s piece, so that the hands know where they are.',
      'trouble: wrong note in measure 3: slower, from the beat before to the next downbeat; 3 more days and it is mended.',
      'revisit: Due: once more before it fades, at the tempo that was secure.',
      'trouble: rhythm in measure 5: slower, from the beat before to the next downbeat; 2 more days and it is mended.',
      'new: Right hand, counting goes on. Passed at first try, it opens the next, at most three a day. It is S again but for measures 6, 8: only that is new. Known already: the bass of Tide.',
      'new: Right hand, counting goes on. Passed at first try, it opens the next, at most three a day.',
      'new: Together goes on. Passed at first try, it opens the next, at most three a day. It is 16 measures of the piece.',
      'revisit: Due: once more before it fades, at the tempo that was secure.',
      'join: The seam into B by itself first: the last measure and the first; then both sections.',
      'secure: Something that goes well, to end with.',
    ]));

  const child = { ...full, learner: { ...full.learner, birthYear: YEAR - 9, minutesADay: 20 } };
  it('of a child’s twenty', () =>
    expect(readOut(child)).toEqual([
      'warm-up: Bell Y, listen, 1',
      'trouble: Tide A, slow-together at 63, 2',
      'revisit: Tide B, at-tempo at 90, 2',
      'trouble: Tide A, left at 63, 2',
      'new: Bell X, right-counts at 58, 3',
      'new: Bell Y, right-counts at 58, 4',
      'revisit: Bell R, memory at 90, 2',
      'secure: Bell S, at-tempo at 70, 2',
      'waits: new Tide C: Three sections a day at the most, in turn: those that rested longest come first.',
      '18 minutes, a rest after 15',
    ]));

  it('of few minutes', () => {
    const of = (minutesADay: number) => readOut({ ...full, learner: { ...full.learner, minutesADay } });
    expect(of(9)).toEqual([
      'trouble: Tide A, slow-together at 63, 3',
      'new: Bell Y, right-counts at 58, 5',
      'secure: Bell S, at-tempo at 70, 1',
      'waits: trouble Tide A: At most 3 loops a day, the most pressing first.',
      'waits: revisit Tide B: The minutes are used up; what is less at risk waits.',
      'waits: revisit Bell R: The minutes are used up; what is less at risk waits.',
      'waits: new Bell X: Three sections a day at the most, in turn: those that rested longest come first.',
      'waits: new Tide C: Three sections a day at the most, in turn: those that rested longest come first.',
      '9 minutes, a rest after 25',
    ]);
    expect(of(6)).toEqual([
      'trouble: Tide A, slow-together at 63, 3',
      'new: Bell Y, right-counts at 58, 2',
      'secure: Bell S, at-tempo at 70, 1',
      'waits: trouble Tide A: At most 3 loops a day, the most pressing first.',
      'waits: revisit Tide B: The minutes are used up; what is less at risk waits.',
      'waits: revisit Bell R: The minutes are used up; what is less at risk waits.',
      'waits: new Bell X: Three sections a day at the most, in turn: those that rested longest come first.',
      'waits: new Tide C: Three sections a day at the most, in turn: those that rested longest come first.',
      '6 minutes, a rest after 25',
    ]);
    expect(of(2)).toEqual([
      'new: Bell Y, right-counts at 58, 2',
      'waits: trouble Tide A: At most 3 loops a day, the most pressing first.',
      'waits: trouble Tide A: At most 3 loops a day, the most pressing first.',
      'waits: revisit Tide B: The minutes are used up; what is less at risk waits.',
      'waits: revisit Bell R: The minutes are used up; what is less at risk waits.',
      'waits: new Bell X: Three sections a day at the most, in turn: those that rested longest come first.',
      'waits: new Tide C: Three sections a day at the most, in turn: those that rested longest come first.',
      '2 minutes, a rest after 25',
    ]);
    expect(of(0)).toEqual([
      'waits: trouble Tide A: At most 3 loops a day, the most pressing first.',
      'waits: trouble Tide A: At most 3 loops a day, the most pressing first.',
      'waits: revisit Tide B: The minutes are used up; what is less at risk waits.',
      'waits: revisit Bell R: The minutes are used up; what is less at risk waits.',
      'waits: new Bell Y: Today’s minutes go to what goes wrong and what is due.',
      'waits: new Bell X: Today’s minutes go to what goes wrong and what is due.',
      'waits: new Tide C: Today’s minutes go to what goes wrong and what is due.',
      '0 minutes, a rest after 25',
    ]);
  });

  it('of few minutes with nothing new', () => {
    const only = planPiece('Tide', [learned('A', { dueOnDay: PLAN_DAY - 1 }), learned('B')]);
    expect(readOut(planState([only], { minutesADay: 6 }))).toEqual([
      'revisit: Tide A, at-tempo at 90, 2',
      'secure: Tide B, at-tempo at 90, 4',
      '6 minutes, a rest after 25',
    ]);
    expect(readOut(planState([planPiece('Tide', [])], { minutesADay: 6 }))).toEqual([
      '0 minutes, a rest after 25',
    ]);
    expect(readOut(planState([planPiece('Tide', [])]))).toEqual(['0 minutes, a rest after 25']);
  });

  it('with hands that have wide stretches to play', () => {
    const strain = planPiece('Octaves', [
      learned('A', { isStraining: true, dueOnDay: PLAN_DAY - 1, trouble: [trouble(1)] }),
      planSection('B', { isStraining: true, stage: 'right', lastOnDay: PLAN_DAY - 2 }),
      planSection('C', { isStraining: true }),
      learned('D', { dueOnDay: PLAN_DAY - 3 }),
    ]);
    expect(readOut(planState([strain]))).toEqual([
      'warm-up: Octaves C, listen, 2',
      'trouble: Octaves A, slow-together at 63, 3',
      'revisit: Octaves D, at-tempo at 90, 6',
      'new: Octaves C, right-counts at 58, 6',
      'secure: Octaves D, at-tempo at 90, 6',
      'waits: revisit Octaves A: The hands have had their share of wide and repeated stretches for the day.',
      'waits: new Octaves B: The hands have had their share of wide and repeated stretches for the day.',
      '23 minutes, a rest after 15',
    ]);
    expect(readOut(planState([strain], { minutesADay: 8 }))).toEqual([
      'secure: Octaves D, at-tempo at 90, 6',
      'waits: trouble Octaves A: At most 3 loops a day, the most pressing first.',
      'waits: revisit Octaves D: The minutes are used up; what is less at risk waits.',
      'waits: revisit Octaves A: The minutes are used up; what is less at risk waits.',
      'waits: new Octaves C: Today’s minutes go to what goes wrong and what is due.',
      'waits: new Octaves B: Today’s minutes go to what goes wrong and what is due.',
      '6 minutes, a rest after 15',
    ]);
  });

  it('with all learned: joins, what is due, and what goes well', () => {
    const run = (joinKind: 'run' | 'whole') =>
      planState([
        planPiece('Tide', [
          learned('A', { joinsWith: 'C', joinKind }),
          learned('B', { dueOnDay: PLAN_DAY }),
          learned('C', { name: 'the coda' }),
        ]),
      ]);
    expect(readOut(run('run'))).toEqual([
      'warm-up: Tide B, listen, 2',
      'revisit: Tide B, at-tempo at 90, 6',
      'join: Tide A–C, together at 90, 6',
      'secure: Tide A, at-tempo at 90, 6',
      '20 minutes, a rest after 25',
    ]);
    expect(whys(run('run')).filter((why) => why.startsWith('join'))).toEqual([
      'join: What is joined already, in one run as far as the coda.',
    ]);
    expect(whys(run('whole')).filter((why) => why.startsWith('join'))).toEqual([
      'join: Everything is joined: the whole piece, from the beginning to the end.',
    ]);
  });

  it('with many places that go wrong, by date and by how long ago', () => {
    const piece = (name: string, goalDay: number | null) =>
      planPiece(
        name,
        [
          learned('A', { trouble: [trouble(1), trouble(2, { kind: 'apart' })], lastOnDay: PLAN_DAY - 9 }),
          learned('B', { trouble: [trouble(3, { hand: 'right', kind: 'finger', passedOn: [1, 2] })] }),
        ],
        { goalDay },
      );
    const state = planState([piece('Later', null), piece('Soon', PLAN_DAY + 3)], { maxBpm: 60 });
    expect(readOut(state)).toEqual([
      'warm-up: Later A, listen, 2',
      'trouble: Soon A, slow-together at 60, 4',
      'trouble: Soon B, right at 60, 4',
      'trouble: Soon A, left at 60, 4',
      'secure: Later A, at-tempo at 60, 6',
      'waits: trouble Later A: At most 3 loops a day, the most pressing first.',
      'waits: trouble Later A: At most 3 loops a day, the most pressing first.',
      'waits: trouble Later B: At most 3 loops a day, the most pressing first.',
      '20 minutes, a rest after 25',
    ]);
    expect(whys(state)).toEqual([
      'warm-up: The scale or position of the day’s piece, so that the hands know where they are.',
      'trouble: wrong note in measure 1: slower, from the beat before to the next downbeat; 3 more days and it is mended.',
      'trouble: finger in measure 3: slower, from the beat before to the next downbeat; 1 more day and it is mended.',
      'trouble: hands apart in measure 2: slower, from the beat before to the next downbeat; 3 more days and it is mended.',
      'secure: Something that goes well, to end with.',
    ]);
  });
});
