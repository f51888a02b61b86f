import { describe, expect, it } from 'vitest';
import { plainDocument } from '../../testing/documents';
import { chordPin } from './pins/chord';
import { fingerPin } from './pins/finger';
import type { Pin } from './pins/registry';
import { documentFault, stepFault } from './step-sense';

const ground = { lengths: [960, 3840, 3840], rungs: 6 };
const section = (id: string, from: number, to: number) => ({ id, name: id, from, to });
const sections = (...to: ReturnType<typeof section>[]) =>
  stepFault({ kind: 'sections', from: null, to }, ground);
const pins = (...added: Pin[]) => stepFault({ kind: 'pins', removed: [], added }, ground);

describe('the sense of a step', () => {
  it('takes keys that exist and rungs of the ladder', () => {
    const recipe = (to: object) => stepFault({ kind: 'recipe', from: {}, to }, ground);
    expect(recipe({ key: 'Bb', rung: 6 })).toBeNull();
    expect(recipe({ key: null })).toBeNull();
    expect(recipe({ key: 'G#' })).toContain('no key');
    expect(recipe({ rung: 7 })).toContain('no rung 7');
  });

  it('takes pins inside the piece and inside their measure', () => {
    expect(pins(chordPin(0, 0, 'C'), chordPin(2, 3840, 'C'))).toBeNull();
    expect(pins(chordPin(3, 0, 'C'))).toContain('3 measures');
    expect(pins(chordPin(0, 961, 'C'))).toContain('end');
    expect(pins(fingerPin('a note of no measure', 1))).toBeNull();
  });

  it('takes sections that run forward, inside the piece, apart, each with a name, in any order of learning', () => {
    expect(sections(section('A', 0, 0), section('B', 2, 2))).toBeNull();
    expect(sections(section('A', 1, 0))).toContain('before it begins');
    expect(sections(section('A', 0, 3))).toContain('past the last');
    expect(sections(section('A', 0, 1), section('B', 1, 2))).toContain('has ended');
    expect(sections(section('A', 1, 1), section('B', 0, 0))).toBeNull();
    expect(sections(section('A', 0, 0), section('A', 1, 1))).toContain('same id');
    expect(sections({ ...section('A', 0, 0), name: '\u200b' })).toContain('can be seen');
  });

  it('asks the same of a whole document', () => {
    const document = plainDocument();
    expect(documentFault(document, ground)).toBeNull();
    expect(documentFault({ ...document, recipe: { ...document.recipe, rung: 9 } }, ground)).toContain(
      'no rung 9',
    );
    expect(documentFault({ ...document, pins: [chordPin(9, 0, 'C')] }, ground)).toContain('measure 10');
  });
});
