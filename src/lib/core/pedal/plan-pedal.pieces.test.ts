import { texturePin } from '../document/pins/texture';
import { pedalPin } from '../document/pins/pedal';
import { describe, expect, it } from 'vitest';
import { LOAD_TOLERANCE } from '../ladder/choose';
import { arrange } from '../arrange/arrange';
import { ANYONE } from '../arrange/arrange-for';
import { newDocument, type ArrangementDocument } from '../document/document';
import { studySource } from '../analyse/study-source';
import { midiOf, pitchName } from '../pitch/pitch';
import type { Note, Score } from '../score/model';
import { ticks } from '../units';
import { allSources } from '../../testing/demo-tunes';
import { plainDocument } from '../../testing/documents';
import { randomSong } from '../../testing/random-songs';
import { measureOf, QUARTER } from '../../testing/pedal-measure';
import { scoreFromText } from '../../testing/score-from-text';
import { writtenSpans, type MeasurePedal } from './plan-pedal';
import { PEDAL_POLICY_NAMES } from '../document/choices/pedal-policies.data';
import { worstUnderPedal } from './under-pedal';

describe('what the score marks', () => {
  it('is taken, changed at barlines', () => {
    const score = scoreFromText({ time: [2, 4], key: 'C', right: 'C4:1/2 | D4:1/2 | E4:1/2' });
    const mark = (at: number, action: 'down' | 'up' | 'change', measure: number) =>
      ({ kind: 'pedal', part: 0, staff: 0, at: ticks(at * QUARTER), action, measure }) as const;
    const marks = [mark(0, 'down', 0), mark(3, 'change', 1), mark(5, 'up', 2)];
    expect(writtenSpans(marks, score.measures).map(({ down, up }) => [down / QUARTER, up / QUARTER])).toEqual(
      [
        [0, 2],
        [2, 3],
        [3, 4],
        [4, 5],
      ],
    );
  });
});

/** Roughness of two partial series with their amplitudes, written out once more. */
function roughnessOf(low: number, high: number, lowAmplitude: number, highAmplitude: number): number {
  const hz = (key: number) => 440 * Math.pow(2, (key - 69) / 12);
  let total = 0;
  for (let i = 1; i <= 8; i += 1)
    for (let j = 1; j <= 8; j += 1) {
      const [p, q] = [i * hz(low), j * hz(high)];
      const x = (0.24 * Math.abs(p - q)) / (0.0207 * Math.min(p, q) + 18.96);
      total +=
        lowAmplitude * highAmplitude * Math.pow(0.88, i + j - 2) * (Math.exp(-3.5 * x) - Math.exp(-5.75 * x));
    }
  return total;
}

/** The roughest pair of a span by itself: every pair, at the moment the later one is struck. */
function roughest(notes: readonly Note[], span: { down: number; up: number }, msPerTick: number): number {
  let worst = 0;
  for (const a of notes)
    for (const b of notes) {
      const isLater = b.at > a.at || (b.at === a.at && b.id > a.id);
      const isUnder = [a, b].every((note) => note.at < span.up && note.at + note.duration > span.down);
      if (!isLater || !isUnder) continue;
      const [keyA, keyB] = [midiOf(a.pitch), midiOf(b.pitch)];
      if (Math.min(keyA, keyB) >= 52 || keyA === keyB) continue;
      const fallen = Math.pow(
        10,
        (-3 * (b.at - a.at) * msPerTick) / (16_000 * Math.pow(2, (33 - keyA) / 20)),
      );
      worst = Math.max(worst, roughnessOf(Math.min(keyA, keyB), Math.max(keyA, keyB), fallen, 1));
    }
  return worst;
}

/** A left hand that runs low and close. */
const LOW_RUN = scoreFromText({
  time: [4, 4],
  key: 'C',
  right: 'E4:1/1 | G4:1/1 | E4:1/1',
  left: 'C2:1/8 D2:1/8 E2:1/8 D2:1/8 C2:1/2 | (C2 E2):1/2 (G2 B2):1/2 | (C3 G3):1/1',
});

describe('mud under the pedal', () => {
  it('names neighbouring low notes, and forgives what has died away', () => {
    const { left } = measureOf('C2 D2 r:1/2');
    const sounding = left.map((note) => ({ pitch: note.pitch, at: note.at, end: note.at + note.duration }));
    const span = { down: 0, up: 4 * QUARTER };
    const quick = worstUnderPedal(sounding, span, 60_000 / 120 / QUARTER)!;
    expect([pitchName(quick.low), pitchName(quick.high)]).toEqual(['C2', 'D2']);
    expect(quick.thousandths).toBeGreaterThan(830);
    const slow = worstUnderPedal(sounding, span, 60_000 / 20 / QUARTER)!;
    expect(slow.thousandths).toBeLessThan(quick.thousandths / 2);
  });

  it('flags every span over the limit and no other, recomputed independently', () => {
    let flagged = 0;
    const low = { facts: studySource(LOW_RUN), document: plainDocument({ leftTexture: 'as-written' }) };
    for (const { facts, document } of [low, ...studies()])
      for (const policy of ['legato', 'low-under-chord', 'each-bass', 'accent'] as const) {
        const recipe = { ...document.recipe, pedal: policy, tempo: 96 };
        const made = arrange(facts, { ...document, recipe }, ANYONE);
        const msPerTick = 60_000 / 96 / QUARTER;
        for (const [index, { spans, mud }] of made.pedal.entries()) {
          const notes = made.score.notes.filter(
            (note) => note.measure === index && note.staff <= 1 && !note.grace,
          );
          const worst = Math.max(0, ...spans.map((span) => roughest(notes, span, msPerTick)));
          if (mud) flagged += 1;
          // Rounded to thousandths on one side, exact on the other.
          if (Math.abs(worst - 0.83) > 0.0015) expect(mud !== null).toBe(worst > 0.83);
          const isSaid = made.snags.some((snag) => snag.code === 'pedal-mud' && snag.measure === index);
          expect(isSaid).toBe(mud !== null);
        }
      }
    expect(flagged).toBeGreaterThan(0);
  }, 120_000);
});

/** Every source at the top rung, by its own textures. */
function studies() {
  const songs = Array.from({ length: 12 }, (_, seed) => randomSong(seed));
  const lefts = ['broken-triads', 'moving-bass', 'octave-bass'] as const;
  return [...allSources().map(({ score }) => score), ...songs].map((score: Score, index) => {
    const facts = studySource(score);
    const plain = newDocument({ hasTune: true }, 6);
    const document: ArrangementDocument = {
      ...plain,
      recipe: { ...plain.recipe, fingers: 'hidden', leftTexture: lefts[index % lefts.length]! },
    };
    return { facts, document };
  });
}

function expectInOrder(pedal: readonly MeasurePedal[], score: Score) {
  let last = 0;
  for (const [index, { spans }] of pedal.entries()) {
    const { start, length } = score.measures[index]!;
    for (const { down, up } of spans) {
      expect(down).toBeGreaterThanOrEqual(Math.max(last, start));
      expect(up).toBeGreaterThan(down);
      expect(up).toBeLessThanOrEqual(start + length);
      last = up;
    }
  }
}

describe('the plan for a piece', () => {
  it('never overlaps, in any policy, and stays inside its measures', () => {
    for (const { facts, document } of studies())
      for (const pedal of [...PEDAL_POLICY_NAMES, 'by-texture'] as const) {
        const made = arrange(facts, { ...document, recipe: { ...document.recipe, pedal } }, ANYONE);
        expectInOrder(made.pedal, made.score);
      }
  }, 120_000);

  it('gives none to a learner without a pedal, whatever is asked for, and says why', () => {
    for (const { facts, document } of studies())
      for (const use of ['none', 'out-of-reach'] as const) {
        const asked: ArrangementDocument = {
          ...document,
          recipe: { ...document.recipe, pedal: 'legato' },
          pins: [pedalPin(0, 'low-under-chord')],
        };
        const made = arrange(facts, asked, { ...ANYONE, pedal: use });
        expect(made.pedal.every(({ spans }) => spans.length === 0)).toBe(true);
        expect(made.score.marks.some((mark) => mark.kind === 'pedal')).toBe(false);
        expect(made.snags.some((snag) => snag.code === 'pin' && snag.measure === 0)).toBe(true);
      }
  }, 120_000);

  const facts = studySource(randomSong(3));

  it('is chosen from the texture, measure by measure', () => {
    const document = plainDocument({ leftTexture: 'close-triads', pedal: 'by-texture' });
    const own = { ...document, pins: [texturePin(1, 'moving-bass'), texturePin(2, 'swing-bass')] };
    const { pedal } = arrange(facts, own, ANYONE);
    expect(pedal[0]!.policy).toBe('legato');
    expect(['held-bass', 'none']).toContain(pedal[1]!.policy);
    expect(pedal[2]!.policy).toBe('low-to-chord');
    for (const { sentence } of pedal) expect(sentence.length).toBeGreaterThan(10);
  });

  it('stays within the rung: none at first, legato in the middle', () => {
    const at = (rung: number) =>
      arrange(facts, plainDocument({ rung, pedal: 'by-texture', leftTexture: 'by-rung' }), ANYONE).pedal;
    for (const rung of [1, 2, 3]) expect(at(rung).every(({ spans }) => spans.length === 0)).toBe(true);
    expect(at(4).every(({ policy }) => policy === 'none' || policy === 'legato')).toBe(true);
  });

  it('keeps out of quick steps, whichever hand has them', () => {
    const score = scoreFromText({
      time: [2, 4],
      key: 'C',
      right: 'C4:1/16 D4:1/16 E4:1/16 F4:1/16 G4:1/4 | C5:1/2',
      left: 'C3:1/2 | C3:1/4 E3:1/4',
    });
    const document = plainDocument({ leftTexture: 'as-written', pedal: 'by-texture', tempo: 90 });
    const { pedal } = arrange(studySource(score), document, ANYONE);
    expect(pedal.map(({ policy }) => policy)).toEqual(['none', 'legato']);
  });

  it('counts in the load, and a lower rung still weighs no more', () => {
    for (let seed = 0; seed < 12; seed += 1) {
      const song = studySource(randomSong(seed));
      const loads = [6, 5, 4, 3, 2, 1].map(
        (rung) => arrange(song, newDocument({ hasTune: true }, rung), ANYONE).loads,
      );
      for (const [index, lower] of loads.slice(1).entries())
        for (const [measure, load] of lower.entries())
          expect(load.total).toBeLessThanOrEqual(loads[index]![measure]!.total + LOAD_TOLERANCE);
    }
  });

  it('obeys points set by hand, in doubled values as well', () => {
    const spans = [{ down: 0, up: QUARTER }];
    const pins = [{ id: 'pedal-points:1', kind: 'pedal-points', measure: 1, spans }] as const;
    const plain = arrange(facts, { ...plainDocument({ pedal: 'none' }), pins }, ANYONE);
    const start = plain.score.measures[1]!.start;
    expect(plain.pedal[1]!.spans).toEqual([{ down: start, up: start + QUARTER }]);
    const doubled = arrange(
      facts,
      { ...plainDocument({ pedal: 'none', noteValues: 'doubled' }), pins },
      ANYONE,
    );
    const first = doubled.score.measures[2]!.start;
    expect(doubled.pedal[2]!.spans).toEqual([{ down: first, up: first + 2 * QUARTER }]);
  });
});
