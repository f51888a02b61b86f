import type { Pin } from '../document/pins/registry';
import { texturePin } from '../document/pins/texture';
import { pedalPin } from '../document/pins/pedal';
import { describe, expect, it } from 'vitest';
import { arrange } from '../arrange/arrange';
import { ANYONE } from '../arrange/arrange-for';
import { applyStep, pinStep } from '../document/steps';
import { studySource } from '../analyse/study-source';
import { plainDocument } from '../../testing/documents';
import { scoreFromText } from '../../testing/score-from-text';

const facts = studySource(
  scoreFromText({
    time: [4, 4],
    key: 'C',
    right: 'E4:1/1 | G4:1/1 | E4:1/1',
    left: 'C2:1/8 D2:1/8 E2:1/8 D2:1/8 C2:1/2 | (C2 G2):1/2 (G2 D3):1/2 | (C3 G3):1/1',
  }),
);

const document = (pins: readonly Pin[], rung = 6) => ({
  ...plainDocument({ leftTexture: 'as-written', pedal: 'none', tempo: 120, rung }),
  pins,
});

describe('snags of the pedal', () => {
  it('say which notes blur, and a remedy of theirs mends it', () => {
    const muddy = document([pedalPin(0, 'legato')]);
    const found = arrange(facts, muddy, ANYONE).snags.filter((snag) => snag.code === 'pedal-mud');
    expect(found).toHaveLength(1);
    expect(found[0]!.sentence).toMatch(/^Under the pedal C2 and D2 blur/);
    for (const { put, remove } of found[0]!.remedies) {
      const outcome = applyStep(muddy, pinStep(muddy, put, remove)!);
      if (!outcome.ok) throw new Error('The remedy could not be taken.');
      const after = arrange(facts, outcome.document, ANYONE).snags;
      if (put.some((pin) => pin.kind === 'pedal' && pin.policy === 'none'))
        expect(after.some((snag) => snag.code === 'pedal-mud')).toBe(false);
    }
  });

  it('name a policy that the rung does not take', () => {
    const { snags } = arrange(facts, document([pedalPin(2, 'each-bass')], 4), ANYONE);
    expect(snags.some(({ sentence }) => sentence.includes('more than this rung pedals'))).toBe(true);
  });

  it('say where a texture cannot do without a pedal that the learner has not', () => {
    const own = { ...document([texturePin(1, 'low-root-then-triad')]) };
    const missing = (pedal: 'yes' | 'none') =>
      arrange(facts, own, { ...ANYONE, pedal }).snags.filter(({ sentence }) =>
        sentence.includes('needs a pedal'),
      );
    expect(missing('yes')).toEqual([]);
    expect(missing('none')).toHaveLength(1);
  });
});
