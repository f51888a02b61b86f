import type { PlanItem, PlanKind } from './plan-state';
import type { WeekPlan } from './plan-week';
import { stageOf, type StageId } from './stages.data';
import { TROUBLE_KINDS } from './trouble';

/** One thing to do through the week, as it is set and can be changed. */
export interface WeekTask {
  readonly assignmentId: string | null;
  readonly sectionId: string | null;
  readonly what: PlanKind;
  readonly stage: StageId;
  readonly tempoBpm: number | null;
  readonly minutes: number;
  readonly sentence: string;
}

const MOST_TASKS = 6;
/** In the order in which they are told: what goes wrong, what is new, what is joined and kept. */
const ORDER: readonly PlanKind[] = ['trouble', 'new', 'join', 'revisit', 'secure', 'warm-up'];

/** What a week's plan comes to, told once each: the first days' new work and loops, joins and revisits, a few things in all. */
export function weekTasks(
  { days }: WeekPlan,
  nameOf: (piece: string, section: string) => string,
): readonly WeekTask[] {
  const found = new Map<string, PlanItem>();
  for (const { plan } of days)
    for (const item of plan.items) {
      if (item.what === 'warm-up' || item.what === 'secure') continue;
      const name = [item.piece, item.section, item.what, item.trouble?.measure ?? ''].join('/');
      const known = found.get(name);
      // New work goes as far in the week as it is planned to.
      if (!known || item.what === 'new') found.set(name, item);
    }
  return [...found.values()]
    .sort((a, b) => ORDER.indexOf(a.what) - ORDER.indexOf(b.what))
    .slice(0, MOST_TASKS)
    .map((item) => ({
      assignmentId: item.piece,
      sectionId: item.section,
      what: item.what,
      stage: item.stage,
      tempoBpm: item.tempoBpm,
      minutes: item.minutes,
      sentence: sentenceOf(item, nameOf(item.piece, item.section)),
    }));
}

function sentenceOf({ what, stage, tempoBpm, trouble, measure, why }: PlanItem, name: string): string {
  const at = tempoBpm === null ? '' : ` at ${tempoBpm}`;
  const how = stageOf(stage).label.toLowerCase();
  switch (what) {
    case 'trouble':
      return `${name}, ${measure!} (${TROUBLE_KINDS[trouble!.kind].label}): ${how}${at}, from the beat before to the next downbeat.`;
    case 'new':
      return `${name}: ${how}${at}.`;
    case 'join':
      return `${name}: ${why.charAt(0).toLowerCase()}${why.slice(1)}`;
    case 'revisit':
      return `${name}: once through${at}, so that it stays.`;
    case 'secure':
      return `${name}: to end with${at}.`;
    case 'warm-up':
      return `${name}: its scale or position first.`;
  }
}
