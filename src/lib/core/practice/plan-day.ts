import { measureLabel } from './edition-makeup';
import type { JoinKind } from './joins';
import type { DayPlan, PlanItem, PlanState, Waiting } from './plan-state';
import {
  gatherTasks,
  loopStage,
  loopTempo,
  secureTempo,
  stageToWork,
  tempoToWork,
  worthOf,
  type DayTasks,
  type Place,
} from './plan-tasks';
import { DEFAULT_RESTS, playingMinutes, restAfterMinutes, type RestRule } from './rests';
import { stageOf } from './stages.data';
import { DEFAULT_LADDER, type LadderRule } from './tempo-ladder';
import { DAYS_TO_LEAVE, TROUBLE_KINDS } from './trouble';

export interface PlanRules {
  readonly ladder: LadderRule;
  readonly rests: RestRule;
  /** Shares of the playing time, in hundredths: at most. */
  readonly warmUpShare: number;
  readonly newShare: number;
  readonly strainShare: number;
  readonly mostTroubles: number;
}

export const DEFAULT_PLAN_RULES: PlanRules = {
  ladder: DEFAULT_LADDER,
  rests: DEFAULT_RESTS,
  warmUpShare: 10,
  newShare: 40,
  strainShare: 34,
  mostTroubles: 3,
};

/** Minutes of a turn, and below which a day is short. */
const TURN = { least: 3, most: 6 } as const;
const TROUBLE = { least: 2, usual: 3, most: 4 } as const;
const REVISIT_MINUTES = 2;
const JOIN_MINUTES = 3;
const SHORT_DAY = 10;
/** Sections that are learned in alternation on a day. */
const SIDE_BY_SIDE = 3;

/**
 * A day's practice within the learner's minutes, rests taken off: a warm-up, places that go wrong, what is due, new work in
 * short turns, joins, and at the end what is secure. What finds no room waits, with the reason. The same state gives the same
 * plan. O(n log n). `day` counts from 1970-01-01, `year` is that of the day.
 */
export function planDay(
  state: PlanState,
  day: number,
  year: number,
  rules: PlanRules = DEFAULT_PLAN_RULES,
): DayPlan {
  const isStrained = state.pieces.some(({ sections }) => sections.some(({ isStraining }) => isStraining));
  const restAfter = restAfterMinutes(state.learner.birthYear, year, isStrained, rules.rests);
  const playing = playingMinutes(state.learner.minutesADay, restAfter, rules.rests);
  const plan = new Day(state, gatherTasks(state, day), playing, rules);
  const items = playing < SHORT_DAY ? plan.short() : plan.full();
  return {
    items,
    waits: plan.waits(items),
    restAfterMinutes: restAfter,
    totalMinutes: items.reduce((sum, { minutes }) => sum + minutes, 0),
  };
}

class Day {
  readonly #straining = new Map<string, boolean>();
  #strain: number;

  constructor(
    private readonly state: PlanState,
    private readonly tasks: DayTasks,
    private readonly playing: number,
    private readonly rules: PlanRules,
  ) {
    this.#strain = Math.floor((playing * rules.strainShare) / 100);
  }

  /** One loop, one step, and once through something that goes well. */
  short(): readonly PlanItem[] {
    const { troubles, secure } = this.tasks;
    let left = this.playing;
    const items: PlanItem[] = [];
    const take = (item: PlanItem | null) => {
      if (!item || item.minutes <= 0 || item.minutes > left || !this.#mayStrain(item)) return;
      items.push(item);
      left -= item.minutes;
    };
    const end = secure && left >= 3 ? 1 : 0;
    const step = this.tasks.fresh[0] ?? null;
    const loops = left - end - (step || this.tasks.revisits[0] ? TROUBLE.least : 0);
    if (troubles[0]) take(this.#loop(troubles[0], Math.min(TROUBLE.usual, loops)));
    for (const each of this.tasks.fresh)
      if (items.every(({ what }) => what !== 'new'))
        take(this.#newWork(each, Math.min(TURN.most, left - end)));
    if (!step && this.tasks.revisits[0])
      take(this.#revisit(this.tasks.revisits[0], Math.min(REVISIT_MINUTES, left - end)));
    if (secure) take(this.#secure(secure, Math.min(TURN.most, left)));
    return items;
  }

  full(): readonly PlanItem[] {
    const { troubles, revisits, fresh, joins, secure } = this.tasks;
    const opening = this.#warmUp();
    const ending = secure ? this.#secure(secure, this.playing >= 30 ? 3 : 2) : null;
    let left = this.playing - (opening?.minutes ?? 0) - (ending?.minutes ?? 0);
    const take = (item: PlanItem): readonly PlanItem[] => {
      if (item.minutes > left || !this.#mayStrain(item)) return [];
      left -= item.minutes;
      return [item];
    };
    const isLong = this.playing >= 30;
    const loops = troubles
      .slice(0, this.rules.mostTroubles)
      .flatMap((each) => take(this.#loop(each, isLong ? TROUBLE.usual : TROUBLE.least)));
    // The revisit most at risk has its minutes before new work takes its share.
    const first = revisits.slice(0, 1).flatMap((each) => take(this.#revisit(each, REVISIT_MINUTES)));
    const share = Math.min(left, Math.floor((this.playing * this.rules.newShare) / 100));
    const turns = this.#turns(fresh, share).flatMap(take);
    const others = revisits.slice(1).flatMap((each) => take(this.#revisit(each, REVISIT_MINUTES)));
    const joined = joins.slice(0, isLong ? 2 : 1).flatMap((each) => take(this.#join(each)));
    const middle = alternate(
      [...loops, ...turns.slice(0, 1)],
      [...first, ...turns.slice(1), ...others, ...joined],
    );
    const all = [...(opening ? [opening] : []), ...middle, ...(ending ? [ending] : [])];
    return comingBack(this.#fillUp(all, left));
  }

  /** Due revisits, trouble and sections that are not among the items, each with what it waits for. */
  waits(items: readonly PlanItem[]): readonly Waiting[] {
    const has = (what: PlanItem['what'], { piece, section }: Place) =>
      items.some(
        (each) => each.what === what && each.piece === piece.piece && each.section === section.section,
      );
    const strained = 'The hands have had their share of wide and repeated stretches for the day.';
    const waiting = (what: Waiting['what'], place: Place, why: string): Waiting => ({
      piece: place.piece.piece,
      section: place.section.section,
      what,
      why: place.section.isStraining && this.#strain <= 0 ? strained : why,
    });
    const isLooped = ({ piece, section, trouble }: DayTasks['troubles'][number]) =>
      items.some(
        (each) =>
          each.what === 'trouble' &&
          each.piece === piece.piece &&
          each.section === section.section &&
          each.trouble === trouble,
      );
    const { troubles, revisits, fresh } = this.tasks;
    return [
      ...troubles
        .filter((each) => !isLooped(each))
        .map((each) => ({
          ...waiting(
            'trouble',
            each,
            `At most ${this.rules.mostTroubles} loops a day, the most pressing first.`,
          ),
          trouble: each.trouble,
        })),
      ...revisits
        .filter((each) => !has('revisit', each))
        .map((each) => waiting('revisit', each, 'The minutes are used up; what is less at risk waits.')),
      ...fresh
        .filter((each) => !has('new', each))
        .map((each) =>
          waiting(
            'new',
            each,
            items.some(({ what }) => what === 'new')
              ? 'Three sections a day at the most, in turn: those that rested longest come first.'
              : 'Today’s minutes go to what goes wrong and what is due.',
          ),
        ),
    ];
  }

  #warmUp(): PlanItem | null {
    const place = this.tasks.fresh[0] ?? this.tasks.revisits[0] ?? this.tasks.secure;
    const minutes = Math.floor((this.playing * this.rules.warmUpShare) / 100);
    if (!place || minutes < 1) return null;
    return {
      ...nameOf(place),
      what: 'warm-up',
      stage: 'listen',
      tempoBpm: null,
      minutes,
      why: `${place.piece.warmUp ?? 'The scale or position of the day’s piece'}, so that the hands know where they are.`,
    };
  }

  #loop({ trouble, ...place }: DayTasks['troubles'][number], minutes: number): PlanItem {
    const times = trouble.passedOn.length;
    const left = DAYS_TO_LEAVE - times;
    const { measureNumbers } = place.piece;
    const measure = measureNumbers
      ? measureLabel(measureNumbers, trouble.measure)
      : `measure ${trouble.measure}`;
    return {
      ...nameOf(place),
      what: 'trouble',
      stage: loopStage(trouble),
      tempoBpm: loopTempo(place, this.state),
      minutes,
      why: `${TROUBLE_KINDS[trouble.kind].label} in ${measure}: slower, from the beat before to the next downbeat; ${left} more ${left === 1 ? 'day' : 'days'} and it is mended.`,
      trouble,
      measure,
    };
  }

  #revisit(place: Place, minutes: number): PlanItem {
    return {
      ...nameOf(place),
      what: 'revisit',
      stage: place.section.stage === 'memory' ? 'memory' : 'at-tempo',
      tempoBpm: secureTempo(place, this.state),
      minutes,
      why: 'Due: once more before it fades, at the tempo that was secure.',
    };
  }

  #newWork(place: Place, minutes: number): PlanItem {
    const { stage, isNext } = stageToWork(place, this.state, this.rules.ladder);
    const { label } = stageOf(stage);
    const worth = worthOf(place);
    const { oddOf } = place.section;
    const odd = oddOf
      ? ` It is ${oddOf.name} again but for ${oddOf.places.length === 1 ? 'measure' : 'measures'} ${oddOf.places.join(', ')}: only that is new.`
      : '';
    const known = place.section.known?.length ? ` Known already: ${place.section.known.join('; ')}.` : '';
    const returns = worth > place.section.measures ? ` It is ${worth} measures of the piece.` : '';
    return {
      ...nameOf(place),
      what: 'new',
      stage,
      tempoBpm: tempoToWork(place, stage, isNext, this.state, this.rules.ladder),
      minutes,
      why: `${isNext ? `The stage before is passed: ${label.toLowerCase()} is next` : `${label} goes on`}. Passed at first try, it opens the next, at most three a day.${returns}${odd}${known}`,
    };
  }

  #join(place: Place): PlanItem {
    const next = place.section.joinsWith!;
    const name = place.piece.sections.find(({ section }) => section === next)?.name ?? next;
    return {
      ...nameOf(place),
      what: 'join',
      stage: 'together',
      tempoBpm: secureTempo(place, this.state),
      minutes: JOIN_MINUTES,
      why: joinWhy(place.section.joinKind ?? 'pair', name),
      joinsWith: next,
    };
  }

  #secure(place: Place, minutes: number): PlanItem {
    return {
      ...nameOf(place),
      what: 'secure',
      stage: place.section.isLearned ? 'at-tempo' : stageToWork(place, this.state, this.rules.ladder).stage,
      tempoBpm: secureTempo(place, this.state),
      minutes,
      why: 'Something that goes well, to end with.',
    };
  }

  /** New work in turns of three to six minutes, two sections in alternation. */
  #turns(fresh: readonly Place[], share: number): readonly PlanItem[] {
    const side = fresh.slice(0, Math.min(SIDE_BY_SIDE, Math.floor(share / TURN.least)));
    if (side.length === 0 || share < TURN.least) return [];
    const count = Math.max(side.length, Math.ceil(share / TURN.most));
    const each = Math.floor(share / count);
    const more = share - each * count;
    return Array.from({ length: count }, (_, index) =>
      this.#newWork(side[index % side.length]!, each + (index < more ? 1 : 0)),
    );
  }

  /** Minutes that nothing took go to what is short: new work within its share, then loops and revisits. */
  #fillUp(items: readonly PlanItem[], spare: number): readonly PlanItem[] {
    let left = spare;
    const most = { trouble: TROUBLE.most, revisit: TURN.most, join: TURN.most, secure: TURN.most } as const;
    let filled = [...items];
    for (let grew = true; left > 0 && grew;) {
      grew = false;
      filled = filled.map((item) => {
        const limit = item.what in most ? most[item.what as keyof typeof most] : 0;
        if (left === 0 || item.minutes >= limit || (this.#isStraining(item) && this.#strain < 1)) return item;
        left -= 1;
        grew = true;
        if (this.#isStraining(item)) this.#strain -= 1;
        return { ...item, minutes: item.minutes + 1 };
      });
    }
    return filled;
  }

  #isStraining({ piece, section }: PlanItem): boolean {
    const name = `${piece}/${section}`;
    const known = this.#straining.get(name);
    if (known !== undefined) return known;
    const own = this.state.pieces.find((each) => each.piece === piece);
    const found = own?.sections.find((each) => each.section === section)?.isStraining ?? false;
    this.#straining.set(name, found);
    return found;
  }

  /** Whether the day's budget of strain has room for it; it is taken off where it has. */
  #mayStrain(item: PlanItem): boolean {
    if (!this.#isStraining(item)) return true;
    if (item.minutes > this.#strain) return false;
    this.#strain -= item.minutes;
    return true;
  }
}

function joinWhy(kind: JoinKind, last: string): string {
  switch (kind) {
    case 'pair':
      return `The seam into ${last} by itself first: the last measure and the first; then both sections.`;
    case 'run':
      return `What is joined already, in one run as far as ${last}.`;
    case 'whole':
      return 'Everything is joined: the whole piece, from the beginning to the end.';
  }
}

function nameOf({ piece, section }: Place): Pick<PlanItem, 'piece' | 'section'> {
  return { piece: piece.piece, section: section.section };
}

/** Two lists in turn, the first leading, so that one thing is left and come back to. */
function alternate(first: readonly PlanItem[], second: readonly PlanItem[]): readonly PlanItem[] {
  return Array.from({ length: Math.max(first.length, second.length) }, (_, index) => [
    ...first.slice(index, index + 1),
    ...second.slice(index, index + 1),
  ]).flat();
}

/** The same section does not come twice running where another thing can stand between. */
function comingBack(items: readonly PlanItem[]): readonly PlanItem[] {
  const ordered = [...items];
  for (let index = 2; index < ordered.length - 1; index += 1) {
    const [before, now] = [ordered[index - 1]!, ordered[index]!];
    const isTwice = before.piece === now.piece && before.section === now.section;
    const other = ordered.findIndex(
      (each, at) =>
        at > index && at < ordered.length - 1 && (each.piece !== now.piece || each.section !== now.section),
    );
    if (isTwice && other > 0) [ordered[index], ordered[other]] = [ordered[other]!, now];
  }
  return ordered;
}
