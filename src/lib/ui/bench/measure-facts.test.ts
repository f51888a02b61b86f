import type { Pin } from '$lib/core/document/pins/registry';
import { describe, expect, it } from 'vitest';
import { ANYONE } from '$lib/core/arrange/arrange-for';
import { arrange } from '$lib/core/arrange/arrange';
import { newDocument } from '$lib/core/document/document';
import { makeupOf, studySource } from '$lib/core/analyse/study-source';
import { demoTunes } from '../../testing/demo-tunes';
import { snag, type Snag } from '$lib/core/snags/snag';
import { setAsidePin } from '$lib/core/document/pins/set-aside';
import { measureFacts, reasonAside, toMend } from './measure-facts';
import { MeasurePins, Steady } from './steady';

const { score } = demoTunes().find(({ file }) => file.startsWith('lantern'))!;
const source = studySource(score);
const document = newDocument(makeupOf(source), 2);
const arrangement = arrange(source, document, ANYONE);
const pins: readonly Pin[] = [
  { id: 'ease:2', kind: 'ease', measure: 2, by: -1 },
  { id: 'keep:2', kind: 'keep', measure: 2 },
  { id: 'texture:3', kind: 'texture', measure: 3, texture: 'open-fifth' },
  { id: 'pedal:4', kind: 'pedal', measure: 4, policy: 'none' },
];
const pinsAt = new MeasurePins().of(pins);

describe('what the rows say of a measure', () => {
  const facts = measureFacts(arrangement, pinsAt, new Set([5]));

  it('is there for every measure, with its printed number, its load and its snags', () => {
    expect(facts).toHaveLength(arrangement.score.measures.length);
    expect(facts[0]!.number).toBe('0');
    expect(facts.map(({ load }) => load)).toEqual(arrangement.loads.map(({ total }) => total));
    expect(facts.flatMap(({ snags }) => snags)).toHaveLength(arrangement.snags.length);
  });

  it('names what the teacher asked for, and what differs from what it is compared with', () => {
    expect(facts[2]!.marks).toBe('easier by 1, tune kept');
    expect(facts[3]!.left.isPainted).toBe(true);
    expect(facts[3]!.right.isPainted).toBe(false);
    expect(facts[4]!.isPedalPinned).toBe(true);
    expect(facts[5]!.marks).toBe('changed');
    expect(facts[6]!.marks).toBe('');
  });

  it('marks a texture as new where it begins and where it changes', () => {
    expect(facts[0]!.left.isNew).toBe(true);
    for (const [index, { left }] of facts.entries())
      expect(left.isNew).toBe(arrangement.textures[index] !== arrangement.textures[index - 1]);
  });

  it('leaves out what was set aside, and only as long as the same is said of it', () => {
    const wide = snag({ code: 'reach', measure: 2, sentence: 'The left hand spans a tenth.' });
    const aside = new MeasurePins().of([setAsidePin(2, wide, 'She rolls it.')]);
    const left = (...snags: readonly Snag[]) =>
      toMend({ snags, sourceMeasure: arrangement.sourceMeasure }, aside).map(({ sentence }) => sentence);
    const wider = { ...wide, sentence: 'The left hand spans a twelfth.' };
    const other = { ...wide, code: 'crossing' as const };
    const elsewhere = { ...wide, measure: 3 };
    expect(left(wide, wider, other, elsewhere)).toEqual(
      [wider, other, elsewhere].map(({ sentence }) => sentence),
    );
    expect(reasonAside(wide, arrangement, aside)).toBe('She rolls it.');
  });

  it('says where the hands lie', () => {
    expect(facts[1]!.left.position).toMatch(/^[A-G] position/);
    for (const [index, { left, right }] of facts.entries()) {
      const before = arrangement.positions[index - 1];
      expect(left.isMoved).toBe(left.position !== '' && left.position !== before?.left);
      expect(right.isMoved).toBe(right.position !== '' && right.position !== before?.right);
    }
  });
});

describe('records that stay', () => {
  it('are the same while they say the same', () => {
    const steady = new Steady<{ readonly load: number }>();
    const first = steady.of([{ load: 1 }, { load: 2 }]);
    expect(steady.of([{ load: 1 }, { load: 2 }])).toBe(first);
    const next = steady.of([{ load: 1 }, { load: 3 }]);
    expect(next).not.toBe(first);
    expect(next[0]).toBe(first[0]);
  });

  it('keep the map of measure pins while only notes are pinned', () => {
    const kept = new MeasurePins();
    const map = kept.of(pins);
    expect(map.get(2)).toHaveLength(2);
    const finger: Pin = { id: 'finger:n', kind: 'finger', note: 'n', finger: 2 } as Pin;
    expect(kept.of([...pins, finger])).toBe(map);
    expect(kept.of(pins.slice(1))).not.toBe(map);
  });
});
