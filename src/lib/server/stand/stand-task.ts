import { countScore, DEFAULT_COUNT_OPTIONS } from '../../core/counting/count';
import type { PageLines } from '../../core/engrave/line';
import type { Markings } from '../../core/engrave/source';
import { yearOf } from '../../core/practice/day-number';
import { standings, targetOf } from '../../core/practice/learner-practice';
import { restAfterMinutes } from '../../core/practice/rests';
import { handOfStage } from '../../core/practice/stage-hand';
import { findEdition } from '../editions';
import { standLines } from '../first-lines';
import { found } from '../found';
import { findLearner, type Learner } from '../learners';
import { learnersInPractice } from '../learner-practice';
import { tasksOf } from '../lessons';
import { practiceWays, studioNow } from '../practice-ways';
import { USUAL_WIDTHS } from '../page-width';
import { listTakes } from './takes';
import { aside } from '../work/aside';
import type { Urgency } from '../work/lane';
import { isWorkOver } from '../work/pool';

/** More help than this is read by nobody who is about to play. */
const MOST_CUES = 3;

interface Asking {
  readonly learner: Learner;
  readonly taskId: string;
  readonly mayMark: boolean;
  /** By which marks that wait are told apart in one browser. */
  readonly outboxName: string;
  /** Where the stand's pages are: the learner's own, or the teacher's view of them. */
  readonly base: string;
  /** Where takes are kept and heard. */
  readonly takes: { readonly keepAt: string; readonly hearAt: string };
  readonly widthOf: (view: 'stand' | 'stand-large') => number;
  readonly urgency?: Urgency;
}

/** One task of the week with the passage that it is about and all that helps with it; null where it is not set any more. */
export async function standTask(asking: Asking, nowMs: number) {
  const { learner, taskId, base, takes } = asking;
  const set = tasksOf(learner.id)?.tasks ?? [];
  const at = set.findIndex(({ id }) => id === taskId);
  const task = set[at];
  if (!task) return null;
  const { ways } = practiceWays();
  const { day } = studioNow(nowMs, ways.timeZone);
  const [who] = learnersInPractice([learner], day);
  const piece = who!.pieces.find(({ assignmentId }) => assignmentId === task.assignmentId);
  const section = piece?.sections.find(({ id }) => id === task.sectionId);
  const standing =
    piece && standings(piece, who!.limits, ways).find((each) => each.section.id === section?.id);
  const { sentence, minutes, stage, tempoBpm, assignmentId, sectionId } = task;
  const view = learner.readsLarge ? ('stand-large' as const) : ('stand' as const);
  return {
    base,
    takes,
    view,
    mayMark: asking.mayMark && piece !== undefined && section !== undefined,
    outboxName: asking.outboxName,
    task: { id: task.id, sentence, minutes, stage, tempoBpm, assignmentId, sectionId },
    passage: piece && section ? await passageOf(piece, section, task.stage, learner, view, asking) : null,
    targetBpm: piece ? targetOf(piece) : null,
    /** Where the learner stands on the tempos of this stage; null where it has none, or another stage is in work. */
    ladder:
      standing?.stage?.id === stage && standing.ladder.length > 0
        ? { tempos: standing.ladder, place: standing.place, rule: ways.ladder }
        : null,
    fingerNames: learner.fingerNames,
    transpose: learner.keyboardTransposeSemitones,
    before: set[at - 1]?.id ?? null,
    after: set[at + 1]?.id ?? null,
    place: { number: at + 1, of: set.length },
    restAfterMinutes: restAfterMinutes(learner.birthYear, yearOf(day), false, ways.rests),
    restMinutes: ways.rests.restMinutes,
  };
}

type Piece = ReturnType<typeof learnersInPractice>[number]['pieces'][number];

async function passageOf(
  piece: Piece,
  section: Piece['sections'][number],
  stage: Parameters<typeof handOfStage>[0],
  learner: Learner,
  view: 'stand' | 'stand-large',
  asking: Asking,
) {
  const { editionId } = piece.assignment;
  const { score, notes } = found(findEdition(editionId)).frozen;
  const hand = handOfStage(stage);
  const span = { from: section.from, to: section.to };
  const all = countScore(score, { ...DEFAULT_COUNT_OPTIONS, style: learner.countingStyle });
  const markings: Markings = {
    ...{ fingers: true, chordSymbols: true, lyrics: true, pedal: hand === null },
    counts: stage.includes('count'),
    noteNames: learner.showsNoteNames,
  };
  const counts = markings.counts ? all : [];
  const isOfHand = (text: string) => hand === null || text.toLowerCase().startsWith(hand);
  return {
    editionId,
    sectionId: section.id,
    title: piece.title,
    score,
    span,
    hand,
    markings,
    counts,
    /** What the count-in and the clicks say. */
    spoken: all,
    // Waited for: what is on the desk without a network must be whole.
    lines: await wholeLines(
      standLines({ editionId, score, counts, span, markings }, asking.widthOf(view), asking.urgency),
    ),
    pictures: notes.pictures.filter(
      (each) => each.section === section.name && (hand === null || each.hand === hand),
    ),
    cues: notes.cues
      .filter(({ measure, text }) => measure >= span.from && measure <= span.to && isOfHand(text))
      .slice(0, MOST_CUES)
      .map(({ place, text }) => ({ place, text })),
    /** The teacher's own playing of it. */
    models: listTakes({ editionId, sectionId: section.id, learnerId: null }).map(({ id, hand: played }) => ({
      id,
      hand: played,
    })),
  };
}

async function wholeLines(lines: Promise<PageLines>): Promise<PageLines> {
  const { kept, coming } = await lines;
  const drawn = kept ?? (await coming);
  return drawn && drawn.lines.length > 0 ? { kept: drawn, coming: null } : { kept: null, coming: null };
}

/** Draws the lines of what was set, while nothing else is to be done, so that they stand there when the learner looks. */
export function drawStandAhead(learnerId: string, nowMs: number): void {
  aside(`drawing the stand of ${learnerId}`, async () => {
    const learner = findLearner(learnerId);
    if (!learner) return;
    for (const { id: taskId } of tasksOf(learnerId)?.tasks ?? []) {
      if (isWorkOver()) return;
      const view = {
        mayMark: false,
        base: '',
        takes: { keepAt: '', hearAt: '' },
        outboxName: '',
        widthOf: (name: 'stand' | 'stand-large') => USUAL_WIDTHS[name],
        urgency: 'later' as const,
      };
      await standTask({ learner, taskId, ...view }, nowMs);
    }
  });
}

export type StandTask = NonNullable<Awaited<ReturnType<typeof standTask>>>;
