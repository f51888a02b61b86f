import { describe, expect, it } from 'vitest';
import { demoTunes } from '../../testing/demo-tunes';
import { studySource } from '../analyse/study-source';
import { newDocument } from '../document/document';
import { leaveOutPin } from '../document/pins/leave-out';
import { texturePin } from '../document/pins/texture';
import { pitchLabel } from '../pitch/pitch';
import { arrange } from './arrange';
import { explainMeasure } from './explain';

const TUNES = demoTunes().map(({ file, score }) => ({ file, facts: studySource(score) }));
const VALUES = { sixteenths: 2520, eighths: 5040, quarters: 10_080, halves: 20_160 } as const;

describe('why a measure is as it is', () => {
  it.each(TUNES)('$file: speaks of no shorter value and no other note than what is there', ({ facts }) => {
    for (const rung of [1, 2, 3, 5]) {
      const document = newDocument({ hasTune: true }, rung);
      const { score } = arrange(facts, document);
      for (const { index } of score.measures.slice(0, 12)) {
        const { sentences } = explainMeasure(facts, document, index)!;
        const own = score.notes.filter((note) => note.measure === index && !note.grace);
        const said = /nothing shorter than (\w+)/.exec(sentences[0]!)?.[1] as keyof typeof VALUES | undefined;
        const right = own.filter((note) => note.staff === 0);
        if (said)
          expect(Math.min(...right.map((note) => note.duration))).toBeGreaterThanOrEqual(VALUES[said]);
        const named = / is ([A-G][^.:]*?)[.:]/.exec(sentences.slice(2).join(' '))?.[1];
        const played = own.filter((note) => note.staff === 1).map(({ pitch }) => pitchLabel(pitch));
        for (const note of named?.split(' ') ?? []) expect(played).toContain(note);
      }
    }
  });

  it('does not speak of a note that was left out', () => {
    const { facts } = TUNES[0]!;
    const document = newDocument({ hasTune: true }, 3);
    const measure = 1;
    const { score } = arrange(facts, document);
    const gone = score.notes.find((note) => note.measure === measure && note.staff === 1)!;
    const without = { ...document, pins: [leaveOutPin(gone.id)] };
    const { sentences } = explainMeasure(facts, without, measure)!;
    expect(sentences.join(' ')).not.toMatch(new RegExp(` is ${pitchLabel(gone.pitch)} `));
  });

  it('does not say that a rung takes a texture which it does not', () => {
    const { facts } = TUNES[0]!;
    const document = { ...newDocument({ hasTune: true }, 2), pins: [texturePin(2, 'octave-bass')] };
    const { sentences } = explainMeasure(facts, document, 2)!;
    expect(sentences[1]).toBe('Left hand: octave bass.');
  });
});
