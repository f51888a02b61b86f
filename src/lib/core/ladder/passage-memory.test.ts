import { describe, expect, it } from 'vitest';
import { studySource, makeupOf } from '../analyse/study-source';
import { ANYONE } from '../arrange/arrange-for';
import { chooseArrangement } from '../arrange/choose-arrangement';
import { newDocument } from '../document/document';
import { openDocument } from '../document/open-document';
import { chordPin } from '../document/pins/chord';
import type { Setting } from '../document/choices/settings.data';
import type { Score } from '../score/model';
import { allSources } from '../../testing/demo-tunes';
import { randomSong } from '../../testing/random-songs';
import { rungAt } from '../limits/rungs';
import type { PassageMemory } from './passage-memory';
import { RungSolver } from './solve-rung';
import type { RungTask, SolvedRung } from './rung-task';
import { atTempo, tempoByRung } from './tempo-by-rung';

/** A memory that knows nothing: every measure is worked out by itself. */
const FORGETFUL: Pick<PassageMemory, 'candidatesOf'> = {
  candidatesOf: (measures) => measures.map(({ workOut }) => workOut()),
};

/** Rungs from the top down, of a score with chords changed by `pins`. */
function climb(
  score: Score,
  setting: Setting,
  memory?: Pick<PassageMemory, 'candidatesOf'>,
): readonly SolvedRung[] {
  const facts = studySource(score);
  const document = newDocument(makeupOf(facts), 3);
  const asked = { ...document, recipe: { ...document.recipe, setting } };
  const { material, settingAt } = chooseArrangement(facts, openDocument(asked), ANYONE);
  const { rules, size } = ANYONE;
  const { leftTexture, rightTexture, voicing } = asked.recipe;
  const wishes = { settingAt, leftTexture, rightTexture, voicing, isPaced: true, isDry: false };
  let above: SolvedRung | null = null;
  return [6, 5, 4, 3, 2, 1].map((place) => {
    const paced = atTempo(material, tempoByRung(material, rungAt(rules.rungs, place), place, settingAt));
    const task: RungTask = { material: paced, rules, place, wishes, size, above };
    above = new RungSolver(task, memory).solve();
    return above;
  });
}

function said(rungs: readonly SolvedRung[]): readonly string[] {
  return rungs.map(({ candidates, choices }) => JSON.stringify([candidates, choices]));
}

describe('what a rung worked out once', () => {
  const SETTINGS = ['solo', 'sing'] as const;
  const pieces = [
    ...allSources().map(({ file, score }) => ({ name: file, score })),
    ...[1, 2, 3].map((seed) => ({ name: `song ${seed}`, score: randomSong(seed) })),
  ].map((each, index) => ({ ...each, setting: SETTINGS[index % SETTINGS.length]! }));
  it.each(pieces)('stands for every measure that asks the same: $name', ({ score, setting }) => {
    expect(said(climb(score, setting))).toEqual(said(climb(score, setting, FORGETFUL)));
  });

  it('is the same after a chord was changed and changed back, and new measures are worked out anew', () => {
    for (const { score } of pieces.slice(0, 4)) {
      const facts = studySource(score);
      const document = newDocument(makeupOf(facts), 1);
      const solved = (symbol: string | null, source = facts) =>
        said([
          chooseArrangement(
            source,
            openDocument({ ...document, pins: symbol === null ? [] : [chordPin(1, 0, symbol)] }),
            ANYONE,
          ).solved,
        ]);
      const before = solved(null);
      for (const symbol of ['Am', 'D7', null])
        expect(solved(symbol)).toEqual(solved(symbol, studySource(score)));
      expect(solved(null)).toEqual(before);
    }
  });
});
