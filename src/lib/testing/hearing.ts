import { arrange } from '../core/arrange/arrange';
import { ANYONE } from '../core/arrange/arrange-for';
import { studySource, makeupOf } from '../core/analyse/study-source';
import { newDocument } from '../core/document/document';
import type { Heard } from '../core/listen/hear';
import { hear } from '../core/listen/hear';
import { simulatePlayer, type PlayerWays, type Simulated } from '../core/listen/simulated-player';
import { midiOf } from '../core/pitch/pitch';
import type { Score } from '../core/score/model';

/** A source as it is played at a rung. */
export function arrangedAt(source: Score, rung: number): Score {
  const facts = studySource(source);
  return arrange(facts, newDocument(makeupOf(facts), rung), ANYONE).score;
}

export interface Tally {
  readonly measures: number;
  /** Measures whose wrong, missing and extra notes, and whose being skipped, are all as the player says. */
  readonly right: number;
  /** Measures without a fault of which one was told. */
  readonly falseFindings: number;
  readonly isClean: boolean;
  readonly restartsDone: number;
  readonly restartsFound: number;
}

const faultsOf = (done: Simulated['done'], measure: number) => {
  const own = done.filter((each) => each.measure === measure);
  return {
    wrong: own
      .filter(({ fault }) => fault === 'wrong')
      .map(({ key, played }) => `${key}>${played}`)
      .sort(),
    missing: own
      .filter(({ fault }) => fault === 'missing')
      .map(({ key }) => key!)
      .sort(),
    extra: own
      .filter(({ fault }) => fault === 'extra')
      .map(({ key }) => key!)
      .sort(),
    isSkipped: own.some(({ fault }) => fault === 'skip'),
  };
};

const findingsOf = ({ wrong, missing, extra, isSkipped }: Heard['measures'][number]) => ({
  wrong: wrong.map(({ expected, played }) => `${midiOf(expected)}>${played}`).sort(),
  missing: missing.map(({ pitch }) => midiOf(pitch) as number).sort(),
  extra: [...extra].sort(),
  isSkipped,
});

/** Has the simulated player play, listens, and holds what was heard against what was done. */
export function judgeHearing(score: Score, ways: Partial<PlayerWays>): Tally {
  const { take, done } = simulatePlayer(score, ways);
  const heard = hear(score, take, { hand: ways.hand ?? null });
  let [right, falseFindings, measures] = [0, 0, 0];
  for (const measure of heard.measures) {
    if (measure.expected === 0) continue;
    measures += 1;
    const [told, truth] = [findingsOf(measure), faultsOf(done, measure.measure)];
    if (JSON.stringify(told) === JSON.stringify(truth)) right += 1;
    const isFaultless =
      truth.wrong.length + truth.missing.length + truth.extra.length === 0 && !truth.isSkipped;
    const isTold = told.wrong.length + told.missing.length + told.extra.length > 0 || told.isSkipped;
    if (isFaultless && isTold) falseFindings += 1;
  }
  const restarts = done.filter(({ fault }) => fault === 'restart');
  const found = restarts.filter(({ measure, backTo }) =>
    heard.restarts.some((each) => each.atMeasure === measure && each.backTo === backTo),
  );
  return {
    ...{ measures, right, falseFindings },
    isClean: right === measures && heard.restarts.length === restarts.length,
    restartsDone: restarts.length,
    restartsFound: found.length,
  };
}
