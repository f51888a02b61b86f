import type { SectionStanding } from './standing';
import type { LadderRule } from './tempo-ladder';
import type { Stage } from './stages.data';

/** How many clean runs in a row a stage asks for. */
export function runsToPass(stage: Stage, rule: LadderRule): number {
  return stage.needsTempo ? rule.cleanRuns : 1;
}

/**
 * What a clean run comes to: a stroke on the way, or the stage passed, where it is the last run that the stage asks for at the
 * top of its tempo. A stage that is not in work is passed as it is.
 */
export function cleanRunIs(
  { stage: inWork, place, ladder }: Pick<SectionStanding, 'stage' | 'place' | 'ladder'>,
  stage: Stage,
  tempoBpm: number | null,
  rule: LadderRule,
): 'clean' | 'passed' {
  if (inWork?.id !== stage.id) return 'passed';
  const isTop = !stage.ladder || (tempoBpm ?? 0) >= (ladder.at(-1) ?? 0);
  return isTop && place.cleanRuns + 1 >= runsToPass(stage, rule) ? 'passed' : 'clean';
}
