import { notesByMeasure } from '../score/by-measure';
import type { LeftTexture, RightTexture } from '../document/choices/textures.data';
import type { HandSpan } from '../hands/reach';
import { pitchLabel } from '../pitch/pitch';
import type { ChordSymbol, Mark, Measure, Note, Slur } from '../score/model';
import { pedalSpans } from '../score/pedal-spans';
import { endOf } from '../score/time';
import { ticks } from '../units';
import type { PedalRule } from '../rungs/rule-scales.data';
import { noPedalSentence, policyFor } from './choose-policy';
import { placePedal, type PedalMeasure, type PedalSpan } from './place-pedal';
import { PEDAL_POLICIES, type PedalPolicy } from '../document/choices/pedal-policies.data';
import type { PedalUse } from '../learner/pedal-use';
import { restsAfterPairs } from './rests-after-pairs';
import { isPedalMuddy, worstUnderPedal, type PedalMud } from './under-pedal';

/** What the pedal does in one measure, and why. */
export interface MeasurePedal {
  readonly policy: PedalPolicy;
  readonly spans: readonly PedalSpan[];
  readonly sentence: string;
  /** The worst pair under any of its spans, where it is over the limit. */
  readonly mud: PedalMud | null;
}

export interface PedalTask {
  readonly measures: readonly Measure[];
  /** The learner's notes: staff 0 right, 1 left. */
  readonly notes: readonly Note[];
  readonly chords: readonly ChordSymbol[];
  readonly slurs: readonly Slur[];
  /** The score's own marks. */
  readonly marks: readonly Mark[];
  readonly leftTextures: readonly (LeftTexture | null)[];
  readonly rightTextures: readonly (RightTexture | null)[];
  readonly leftSpan: HandSpan;
  readonly rule: PedalRule;
  readonly use: PedalUse;
  readonly wanted: PedalPolicy | 'by-texture';
  /** A measure's own policy or points, which stand whatever the rung says. */
  readonly own: ReadonlyMap<number, PedalPolicy | readonly PedalSpan[]>;
  readonly msPerTick: number;
  /** How many changes a measure may have before it weighs more than it may; absent where any number may. */
  readonly mostChanges?: (measure: number) => number;
}

/**
 * Down and up points for every measure. What the teacher put stands; otherwise the policy asked for or the one that fits
 * the texture, left out where the rung does not take it, where it would blur, or where the measure would weigh too much.
 * O(notes²) in a measure.
 */
export function planPedal(task: PedalTask): readonly MeasurePedal[] {
  const refused = noPedalSentence(task.use);
  const measures = lookAt(task);
  return measures.map((measure, index) => {
    if (refused !== null) return dry(refused);
    const notes = [...measure.right, ...measure.left].map((note) => ({
      pitch: note.pitch,
      at: note.at,
      end: note.at + note.duration,
    }));
    const worst = (spans: readonly PedalSpan[]) => worstOf(spans, notes, task.msPerTick);
    const own = task.own.get(index);
    if (own !== undefined) {
      const isPolicy = typeof own === 'string';
      const spans = isPolicy ? placePedal(own, measure) : own;
      const sentence = isPolicy ? `You chose “${PEDAL_POLICIES[own].label}” here.` : 'You set these points.';
      return { policy: isPolicy ? own : 'as-written', spans, sentence, mud: worst(spans) };
    }
    return chosen(task, measure, index, worst);
  });
}

function chosen(
  task: PedalTask,
  measure: PedalMeasure,
  index: number,
  worst: (spans: readonly PedalSpan[]) => PedalMud | null,
): MeasurePedal {
  const { wanted } = task;
  const fitting = policyFor({
    measure,
    left: task.leftTextures[index] ?? null,
    right: task.rightTextures[index] ?? null,
    leftSpan: task.leftSpan,
    msPerTick: task.msPerTick,
  });
  const asked =
    wanted === 'by-texture'
      ? fitting
      : { policy: wanted, sentence: `The piece is pedalled “${PEDAL_POLICIES[wanted].label}”.` };
  if (asked.policy === 'none') return dry(asked.sentence);
  const isOwnChoice = wanted !== 'by-texture';
  const policy = isOwnChoice ? asked.policy : takenBy(task.rule, asked.policy);
  if (policy === null) return dry(RULE_SENTENCES[task.rule as 'none' | 'optional' | 'legato']);
  const spans = placePedal(policy, measure);
  if (spans.length === 0) return dry('Nothing here for the pedal to hold.');
  if (spans.length > (task.mostChanges?.(index) ?? Infinity))
    return dry('With the pedal this measure would weigh more than the rung takes, or than the rung above.');
  const mud = worst(spans);
  if (isOwnChoice || mud === null) return { policy, spans, sentence: asked.sentence, mud };
  const changed = placePedal('each-bass', measure);
  const isClear = task.rule === 'any' && policy !== 'each-bass' && worst(changed) === null;
  const isAllowed = changed.length > 0 && changed.length <= (task.mostChanges?.(index) ?? Infinity);
  if (isClear && isAllowed)
    return {
      policy: 'each-bass',
      spans: changed,
      sentence: `Held longer, ${pairName(mud)} would blur: changed at each new bass.`,
      mud: null,
    };
  return dry(`Under the pedal ${pairName(mud)} would blur: this measure stays dry.`);
}

const RULE_SENTENCES = {
  none: 'This rung has no pedal yet.',
  optional: 'On this rung the pedal is a choice: “legato” for the piece or the measure puts it in.',
  legato: 'This rung pedals legato only, and that does not fit here.',
} as const;

/** What a rung makes of a policy that fits; null where it has none. */
function takenBy(rule: PedalRule, policy: PedalPolicy): PedalPolicy | null {
  switch (rule) {
    case 'none':
    case 'optional':
      return null;
    case 'legato':
      return policy === 'legato' || policy === 'low-under-chord' || policy === 'as-written' ? 'legato' : null;
    case 'any':
      return policy;
  }
}

/** Does a rung take a policy that the teacher asks for? */
export function isTaken(rule: PedalRule, policy: PedalPolicy): boolean {
  if (policy === 'none' || rule === 'any') return true;
  return rule !== 'none' && policy === 'legato';
}

function dry(sentence: string): MeasurePedal {
  return { policy: 'none', spans: [], sentence, mud: null };
}

function worstOf(
  spans: readonly PedalSpan[],
  notes: Parameters<typeof worstUnderPedal>[0],
  msPerTick: number,
): PedalMud | null {
  const found = spans.map((span) => worstUnderPedal(notes, span, msPerTick)).filter(isPedalMuddy);
  return found.reduce<PedalMud | null>(
    (worst, each) => (worst && worst.thousandths >= each.thousandths ? worst : each),
    null,
  );
}

export function pairName({ low, high }: Pick<PedalMud, 'low' | 'high'>): string {
  return `${pitchLabel(low)} and ${pitchLabel(high)}`;
}

function lookAt({ measures, notes, chords, slurs, marks }: PedalTask): readonly PedalMeasure[] {
  const tiedInto = new Set<string>(notes.flatMap((note) => note.tieTo ?? []));
  const written = writtenSpans(marks, measures);
  const silences = restsAfterPairs(notes, slurs);
  const hands = [0, 1].map((staff) =>
    notesByMeasure(
      notes.filter((note) => note.staff === staff && !note.grace),
      measures.length,
    ),
  );
  return measures.map((measure, index): PedalMeasure => {
    const end = measure.start + measure.length;
    const changes = chords.filter(({ at }) => at > measure.start && at < end).map(({ at }) => at as number);
    return {
      start: measure.start,
      end,
      harmonies: [measure.start as number, ...changes],
      right: hands[0]![index]!,
      left: hands[1]![index]!,
      tiedInto,
      written: written.filter(({ down }) => down >= measure.start && down < end),
      silences: silences.filter(({ from, to }) => from < end && to > measure.start),
    };
  });
}

/** The score's own pedal as spans; one that goes on past a barline is changed there. */
export function writtenSpans(marks: readonly Mark[], measures: readonly Measure[]): readonly PedalSpan[] {
  const whole = pedalSpans(marks).map(({ down, up }) => ({ down, up: up ?? endOf(measures) }));
  return whole.flatMap((span) =>
    measures.flatMap((measure) => {
      const [from, to] = [
        Math.max(span.down, measure.start),
        Math.min(span.up, measure.start + measure.length),
      ];
      return to > from ? [{ down: from, up: to }] : [];
    }),
  );
}

/** The points as marks on the lower staff: lifted and put down again at one place is a change. */
export function pedalMarks(pedal: readonly MeasurePedal[]): readonly Mark[] {
  const spans = pedal.flatMap(({ spans: own }, measure) => own.map((span) => ({ ...span, measure })));
  return spans.flatMap(({ down, up, measure }, index): Mark[] => {
    const mark = (at: number, action: PedalAction) => pedalMark(measure, at, action);
    const isChange = spans[index - 1]?.up === down;
    const goesOn = spans[index + 1]?.down === up;
    return [mark(down, isChange ? 'change' : 'down'), ...(goesOn ? [] : [mark(up, 'up')])];
  });
}

type PedalMark = Extract<Mark, { kind: 'pedal' }>;
type PedalAction = PedalMark['action'];

/** Marks made before: the same mark is the same record, so that whoever draws it can tell. */
const made = new Map<string, PedalMark>();
const MOST_KEPT = 20_000;

function pedalMark(measure: number, at: number, action: PedalAction): PedalMark {
  const name = `${measure}/${at}/${action}`;
  const known = made.get(name);
  if (known) return known;
  if (made.size >= MOST_KEPT) made.clear();
  const mark: PedalMark = { part: 0, staff: 1, measure, at: ticks(at), kind: 'pedal', action };
  made.set(name, mark);
  return mark;
}
