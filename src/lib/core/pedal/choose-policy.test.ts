import { describe, expect, it } from 'vitest';
import type { PedalPolicy } from '../document/choices/pedal-policies.data';
import type { LeftTexture } from '../document/choices/textures.data';
import { AVERAGE_HAND, spanOf } from '../hands/reach';
import { measureOf, QUARTER } from '../../testing/pedal-measure';
import { noPedalSentence, policyFor, type PolicyQuestion } from './choose-policy';
import type { PedalMeasure } from './place-pedal';

const ask = (measure: PedalMeasure, change: Partial<PolicyQuestion> = {}) =>
  policyFor({
    measure,
    left: 'as-written',
    right: 'tune',
    leftSpan: AVERAGE_HAND.left,
    msPerTick: 60_000 / 90 / QUARTER,
    ...change,
  });

const plain = measureOf('(C3 E3 G3):1/1', 'E4:1/2 G4:1/2');
const detached = (measure: PedalMeasure, sign: 'staccato' | 'staccatissimo' | 'tenuto') => ({
  ...measure,
  left: measure.left.map((note) => ({ ...note, articulations: [sign] as const })),
});

describe('the pedal that a texture asks for', () => {
  it.each<[LeftTexture, PedalPolicy]>([
    ['moving-bass', 'held-bass'],
    ['low-root-then-triad', 'low-under-chord'],
    ['swing-bass', 'low-to-chord'],
    ['root-then-chord', 'low-to-chord'],
    ['broken-triads', 'legato'],
    ['close-triads', 'legato'],
    ['held-root', 'legato'],
    ['octave-bass', 'each-bass'],
    ['shares-tune', 'none'],
    ['rests', 'none'],
    ['tenths-broken', 'low-under-chord'],
    ['root-fifth-tenth', 'low-under-chord'],
    ['pulsed-root', 'legato'],
    ['root-fifth', 'legato'],
    ['eighth-roots', 'legato'],
    ['eighth-octaves', 'each-bass'],
    ['outer-first-broken', 'legato'],
    ['triads-top-again', 'legato'],
    ['root-on-slashes', 'legato'],
  ])('%s: %s', (left, policy) => {
    const answer = ask(plain, { left });
    expect(answer.policy).toBe(policy);
    expect(answer.sentence).toMatch(/^[A-Z].*\.$/);
  });

  it('is an accent where one hand strikes and rests and the other answers, unless the score marks its own', () => {
    const answered = measureOf('C3 r:1/4 C3 r:1/4', 'r:1/4 E4 r:1/4 E4');
    const answer = ask(answered, { left: 'held-root' });
    expect(answer).toMatchObject({ policy: 'accent', sentence: expect.stringMatching(/^One hand strikes/) });
    const marked = { ...answered, written: [{ down: 0, up: QUARTER }] };
    expect(ask(marked, { left: 'held-root' }).policy).toBe('legato');
    expect(ask(plain, { left: 'held-root', right: 'off-beat-chords' }).sentence).toMatch(/off the beat\.$/);
  });

  it('is an accent under off-beat chords, but not over a walking bass', () => {
    expect(ask(plain, { left: 'held-root', right: 'off-beat-chords' }).policy).toBe('accent');
    expect(ask(plain, { left: 'moving-bass', right: 'off-beat-chords' }).policy).toBe('held-bass');
  });
});

describe('the pedal stays up', () => {
  it('where nothing new sounds', () => {
    expect(ask(measureOf('r:1/1')).sentence).toMatch(/^Nothing new/);
    const held = {
      ...plain,
      tiedInto: new Set([...plain.left, ...plain.right].map(({ id }) => id as string)),
    };
    expect(ask(held, { left: 'held-root' })).toMatchObject({ policy: 'none' });
    expect(ask({ ...held, tiedInto: new Set<string>() }, { left: 'held-root' }).policy).toBe('legato');
  });

  it('where most notes are detached, not where half are', () => {
    const measure = measureOf('C3 E3 G3 E3', 'C5:1/4 r:3/4');
    expect(ask(detached(measure, 'staccato'), { left: 'held-root' }).sentence).toMatch(/detached/);
    expect(ask(detached(measure, 'staccatissimo'), { left: 'held-root' }).policy).toBe('none');
    expect(ask(detached(measure, 'tenuto'), { left: 'held-root' }).policy).toBe('legato');
    const half = measureOf('C3:1/2 E3:1/2', 'C5:1/2 E5:1/2');
    expect(ask(detached(half, 'staccato'), { left: 'held-root' }).policy).toBe('legato');
  });

  it('where a hand mostly steps quickly', () => {
    const run = (right: string, bpm = 90, left = 'C3:1/1') =>
      ask(measureOf(left, right), { left: 'held-root', msPerTick: 60_000 / bpm / QUARTER }).policy;
    const steps = 'C4:1/16 D4:1/16 E4:1/16 F4:1/16';
    expect(run(`${steps} r:3/4`)).toBe('none');
    // Two steps are no run.
    expect(run('C4:1/16 D4:1/16 E4:1/16 r:1/16 r:3/4')).toBe('legato');
    // Leaps, repeated notes and slower steps are held well.
    expect(run('C4:1/16 E4:1/16 G4:1/16 C5:1/16 r:3/4')).toBe('legato');
    expect(run('C4:1/16 C4:1/16 C4:1/16 C4:1/16 r:3/4')).toBe('legato');
    expect(run('C4:1/8 D4:1/8 E4:1/8 F4:1/8 r:1/2', 90)).toBe('legato');
    expect(run('C4:1/8 D4:1/8 E4:1/8 F4:1/8 r:1/2', 120)).toBe('none');
    // Three quick steps among eight onsets are not most of them, four are.
    expect(run(`${steps} C5:1/8 E5:1/8 C5:1/8 E5:1/8 r:1/4`)).toBe('legato');
    expect(run(`C4:1/16 D4:1/16 E4:1/16 F4:1/16 G4:1/8 E5:1/8 C5:1/8 E5:1/8 r:1/4`)).toBe('none');
    // Notes struck together are no steps.
    expect(run('(C4 D4 E4 F4):1/16 r:15/16')).toBe('legato');
    // In either hand, and going down.
    expect(run('E4:1/1', 90, 'F3:1/16 E3:1/16 D3:1/16 C3:1/16 r:3/4')).toBe('none');
  });
});

describe('the source’s own left hand', () => {
  it('is pedalled as the score marks it', () =>
    expect(ask({ ...plain, written: [{ down: 0, up: QUARTER }] }).policy).toBe('as-written'));

  it('is pedalled by what it does', () => {
    expect(ask(plain).policy).toBe('legato');
    expect(ask(plain, { left: null }).policy).toBe('legato');
    expect(ask(measureOf('r:1/1', 'C5:1/1'))).toMatchObject({
      policy: 'none',
      sentence: 'The left hand rests.',
    });
    const wide = measureOf('C2 G2 E3 G3', 'C5:1/1');
    expect(ask(wide).policy).toBe('low-under-chord');
    expect(ask(wide, { leftSpan: spanOf(27, 24) }).policy).toBe('legato');
    expect(ask(measureOf('C3:1/1', 'C5:1/1')).policy).toBe('legato');
  });

  it('is held where its bass steps from held notes, and dry where it never rests', () => {
    expect(ask(measureOf('C3:1/2 D3:1/4 E3:1/4', 'C5:1/1')).policy).toBe('held-bass');
    expect(ask(measureOf('C3 D3 E3 F3', 'C5:1/1')).policy).toBe('none');
    // As many leaps as steps are no line.
    expect(ask(measureOf('C3 D3 G3 A3', 'C5:1/1')).policy).toBe('legato');
    expect(ask(measureOf('F3 E3 D3 C3', 'C5:1/1')).policy).toBe('none');
    for (const left of ['C3:1/2 D3:1/4 E3:1/4', 'C3 D3 E3 F3'])
      expect(ask(measureOf(left, 'C5:1/1')).sentence).toMatch(/^The bass moves by step/);
    expect(ask(measureOf('C2 G2 E3 G3', 'C5:1/1')).sentence).toMatch(/keeps it\.$/);
    expect(ask(plain).sentence).toMatch(/^One harmony at a time/);
    // The lowest of each chord is the line; what is struck with it is none of its steps.
    expect(ask(measureOf('(C3 D3) (G3 A3) (C3 D3) (G3 A3)', 'C5:1/1')).policy).toBe('legato');
  });

  it('counts what is struck in it', () => {
    const tied = measureOf('C3:1/2 D3:1/4 E3:1/4', 'C5:1/1');
    expect(ask({ ...tied, tiedInto: new Set([tied.left[0]!.id as string]) }).policy).toBe('legato');
  });
});

describe('a learner without a pedal', () => {
  it('is told why, and one with a pedal nothing', () => {
    expect(noPedalSentence('yes')).toBeNull();
    expect(noPedalSentence('none')).toMatch(/no pedal/);
    expect(noPedalSentence('out-of-reach')).toMatch(/feet do not reach/);
  });
});
