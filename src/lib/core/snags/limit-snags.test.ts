import { describe, expect, it } from 'vitest';
import { plainDocument } from '../../testing/documents';
import { scoreFromText } from '../../testing/score-from-text';
import { studySource } from '../analyse/study-source';
import { arrange } from '../arrange/arrange';
import { ANYONE, type ArrangeFor } from '../arrange/arrange-for';
import { openDocument } from '../document/open-document';
import type { Pin } from '../document/pins/registry';
import type { Recipe } from '../document/recipe';
import { keepPin } from '../document/pins/keep';
import { easePin } from '../document/pins/ease';
import { pedalPointsPinId } from '../document/pins/pedal-points';
import { texturePin } from '../document/pins/texture';
import { DEFAULT_RUNGS } from '../limits/rungs';
import type { RemedyCode } from '../limits/limit';
import { readKey } from '../pitch/key';
import { workOutRemedies, type RemedyTask } from './limit-remedies';

const remediesOf = (
  codes: readonly RemedyCode[],
  change: Partial<RemedyTask> = {},
  recipe: Partial<Recipe> = {},
  pins: readonly Pin[] = [],
) =>
  workOutRemedies(codes, {
    source: 4,
    document: openDocument({ ...plainDocument(recipe), pins }),
    quartersAMinute: 100,
    key: readKey('E')!,
    signs: 1,
    ...change,
  });

describe('what would mend a limit', () => {
  it('makes the measure one rung easier than it is', () => {
    expect(remediesOf(['easier-measure'])).toMatchObject([
      { label: 'Make this measure easier', put: [{ kind: 'ease', measure: 4, by: -1 }], recipe: null },
    ]);
    expect(remediesOf(['easier-measure'], {}, {}, [easePin(4, -2)])[0]!.put).toMatchObject([{ by: -3 }]);
    expect(remediesOf(['easier-measure'], {}, {}, [easePin(3, -2)])[0]!.put).toMatchObject([{ by: -1 }]);
  });

  it('slows down, never up, and stops at a crawl', () => {
    expect(remediesOf(['slower'])).toMatchObject([{ recipe: { tempo: 85 }, put: [], remove: [] }]);
    expect(remediesOf(['slower'], { quartersAMinute: 21 })).toMatchObject([{ recipe: { tempo: 20 } }]);
    for (const quartersAMinute of [30, 60, 97, 180, 300])
      expect(remediesOf(['slower'], { quartersAMinute })[0]!.recipe!.tempo!).toBeLessThan(quartersAMinute);
  });

  it('doubles values once', () => {
    expect(remediesOf(['doubled-values'])).toMatchObject([{ recipe: { noteValues: 'doubled' } }]);
    expect(remediesOf(['doubled-values'], {}, { noteValues: 'doubled' })).toEqual([]);
  });

  it('offers the plain tune, a held root or no pedal in the measure itself', () => {
    expect(remediesOf(['plain-tune', 'held-root', 'no-pedal'])).toMatchObject([
      { label: 'The plain tune here', put: [{ kind: 'right-texture', measure: 4, texture: 'tune' }] },
      { label: 'A held root here', put: [{ kind: 'texture', measure: 4, texture: 'held-root' }] },
      {
        label: 'No pedal here',
        put: [{ kind: 'pedal', measure: 4, policy: 'none' }],
        remove: [pedalPointsPinId(4)],
      },
    ]);
  });

  it('offers keys that the rung takes, the nearest first', () => {
    const keys = (name: string, signs: number | null) =>
      remediesOf(['easier-key'], { key: readKey(name)!, signs }).map(({ recipe }) => recipe!.key);
    expect(keys('E', 1)).toEqual(['F', 'G', 'C']);
    expect(keys('Eb', 2)).toEqual(['D', 'F', 'C']);
    expect(keys('F#m', 1)).toEqual(['Em', 'Am', 'Dm']);
    expect(keys('E', null)).toEqual([]);
    expect(remediesOf(['easier-key'])[0]!.label).toBe('Move it to F major');
  });
});

const sixteenths = Array.from({ length: 16 }, () => 'C5:1/16').join(' ');

function snagsOf(
  plan: { right: string; left?: string; key?: string; time?: readonly [number, number] },
  recipe: Partial<Recipe>,
  pins: readonly Pin[] = [],
  whom: ArrangeFor = ANYONE,
) {
  const facts = studySource(
    scoreFromText({
      time: plan.time ?? [4, 4],
      key: plan.key ?? 'C',
      right: plan.right,
      left: plan.left ?? plan.right.split('|').fill('C3:1/1').join('|'),
    }),
  );
  return arrange(
    facts,
    { ...plainDocument({ leftTexture: 'as-written', pedal: 'none', ...recipe }), pins },
    whom,
  ).snags;
}

describe('limits that a result breaks', () => {
  const plan = { right: `C5:1/1 | ${sixteenths} | C5:1/1` };
  const quick = (rung: number, more: readonly Pin[] = []) =>
    snagsOf(plan, { rung, tempo: 120 }, [keepPin(1), ...more]);

  it('are told at their measure, by their code, with the rung’s own remedies', () => {
    const found = quick(1);
    expect(found.map(({ id }) => id)).toEqual(['rhythm:1:right', 'speed:1:right', 'load:1:']);
    const [rhythm, speed, load] = found;
    expect(rhythm).toMatchObject({ code: 'rhythm', measure: 1, hand: 'right', isOfPiece: false });
    expect(rhythm!.sentence).toMatch(/^Rung limit: C5 beat 1 is a finer rhythm than .*\.$/);
    expect(rhythm!.remedies.map(({ label }) => label)).toEqual([
      'Make this measure easier',
      'Double the note values',
    ]);
    expect(speed!.sentence).toContain('8 touches a second in the right hand');
    expect(speed!.remedies[0]!.recipe).toEqual({ tempo: 102 });
    expect(load).toMatchObject({ hand: null, sentence: 'Rung limit: the measure weighs 30, over 18.' });
  });

  it('are judged by the rung that is asked, and by none where anything goes', () => {
    expect(quick(3).map(({ code }) => code)).toEqual(['rhythm', 'speed']);
    expect(snagsOf(plan, { rung: DEFAULT_RUNGS.length, tempo: 40 }, [keepPin(1)])).toEqual([]);
  });

  it('name the measure of the source in what would mend them, wherever it is played', () => {
    const repeated = { ...plan, right: `${sixteenths} | C5:1/1 | ${sixteenths} | C5:1/1` };
    const found = snagsOf(repeated, { rung: 1, tempo: 120 }, [keepPin(2)]).filter(
      ({ code }) => code === 'rhythm',
    );
    expect(found.map(({ measure }) => measure)).toEqual([2]);
    expect(found[0]!.remedies[0]!.put).toMatchObject([{ kind: 'ease', measure: 2 }]);
  });

  it('of the whole piece stand at its first measure and say so', () => {
    const right = 'E5 F#5 G#5 A5 | B5:1/2 G#5:1/2 | F#5 D#5 F#5 D#5 | E5:1/1';
    const left = 'E3:1/1 | (E3 G#3 B3):1/1 | (B2 D#3 F#3):1/1 | (E3 G#3 B3):1/1';
    const found = snagsOf({ right, left, key: 'E' }, { rung: 1 }).filter(({ code }) => code === 'signature');
    expect(found).toMatchObject([
      {
        measure: 0,
        isOfPiece: true,
        hand: null,
        id: 'signature:0:',
        sentence: 'Rung limit: E major has 4 signs, over 1.',
      },
    ]);
    expect(found[0]!.remedies.map(({ recipe }) => recipe?.key)).toEqual(['F', 'G', 'C']);
  });

  it('are one of a kind a hand and measure', () => {
    const found = snagsOf({ right: 'C4:1/1', left: 'C2:1/4 C4:1/4 C2:1/4 C4:1/4' }, { rung: 1 }, [
      texturePin(0, 'as-written'),
    ]);
    const ids = found.map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
  });
});
