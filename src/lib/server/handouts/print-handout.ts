import type { SystemRange } from '../../core/engrave/source';
import type { Edition } from '../../core/handout/edition';
import type { SheetChoices } from '../../core/handout/sheet-choices';
import { sizeOf } from '../../core/learner/hands';
import { standings, targetOf } from '../../core/practice/learner-practice';
import { dateOf } from '../../core/practice/day-number';
import type { Printed } from '../../core/sheets/page';
import type { SheetTask } from '../../core/sheets/task';
import { fingerprintOfFacts, isDrawingOff, keepDrawing, keptDrawing, type DrawingName } from '../drawings';
import { findEdition } from '../editions';
import { findLearner, type Learner } from '../learners';
import { learnersInPractice } from '../learner-practice';
import { tasksOf } from '../lessons';
import { notFound, type Outcome } from '../outcome';
import { assignmentsOf } from '../practice';
import { practiceWays, studioNow } from '../practice-ways';
import { aside } from '../work/aside';
import type { Urgency } from '../work/lane';
import { work, type WorkFailure } from '../work/pool';
import { choicesFor } from './sheet-choices';

const LONG_DATE = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeZone: 'UTC' });

export interface HandoutRequest {
  readonly editionId: string;
  readonly learner: Learner | null;
  readonly choices: SheetChoices;
}

type Failure = 'not-found' | 'not-readable' | WorkFailure;

interface Asked {
  readonly task: SheetTask;
  /** By which its pages are kept, one making of them for each person that it is for and name that it bears. */
  readonly name: DrawingName;
}

function askedOf({ editionId, learner, choices }: HandoutRequest, nowMs: number): Outcome<Asked, Failure> {
  const edition = findEdition(editionId);
  if (!edition.ok) return edition;
  const { day } = studioNow(nowMs, practiceWays().ways.timeZone);
  const { pieceTitle, number, frozen } = edition.value;
  const spans = learner && spansOf(editionId, learner, frozen);
  const about = {
    ...{ title: pieceTitle, editionNumber: number, choices },
    ...(spans ? { spans } : {}),
    date: LONG_DATE.format(new Date(`${dateOf(day)}T00:00:00Z`)),
    learner: learner && {
      name: learner.name,
      fingerNames: learner.fingerNames,
      reach: reachOf(learner),
    },
    tasks: learner && choices.sheets.includes('tasks') ? weekOf(learner, day) : [],
  };
  const name = {
    subject: `edition/${editionId}/for/${learner ? `${learner.id}/${learner.name}` : 'anyone'}`,
    pageWidth: 0,
    // An edition is frozen: its id says all that is in it.
    fingerprint: fingerprintOfFacts([about]),
  };
  return { ok: true, value: { task: { ...about, edition: frozen }, name } };
}

/** Measures of the sections that a learner has of an edition, joined where they touch; null where that is all of it. */
export function spansOf(
  editionId: string,
  learner: Pick<Learner, 'id'>,
  { sections }: Pick<Edition, 'sections'>,
): readonly SystemRange[] | null {
  const held = assignmentsOf([learner.id]).find((each) => each.editionId === editionId);
  if (!held || held.sections.length === sections.length) return null;
  const spans: { from: number; to: number }[] = [];
  for (const { from, to } of held.sections) {
    const last = spans.at(-1);
    if (last && last.to + 1 === from) last.to = to;
    else spans.push({ from, to });
  }
  return spans;
}

/** The pages of a handout; those made last are kept, and not made again. */
export async function printHandout(
  request: HandoutRequest,
  nowMs: number,
  urgency: Urgency = 'now',
): Promise<Outcome<Printed, Failure>> {
  const asked = askedOf(request, nowMs);
  if (!asked.ok) return asked;
  const { task, name } = asked.value;
  const kept = await keptDrawing<Printed>(name);
  if (kept) return { ok: true, value: kept };
  const printed = await work('sheets', task, urgency);
  if (printed.ok) await keepDrawing(name, printed.value);
  return printed;
}

/** The pages where they are kept as they would be made now; null where they must be made first. */
export async function keptHandout(request: HandoutRequest, nowMs: number): Promise<Printed | null> {
  const asked = askedOf(request, nowMs);
  return asked.ok ? keptDrawing<Printed>(asked.value.name) : null;
}

/** Makes the pages of a handout that somebody will want soon, while nothing else is to be done. */
export function printAhead(editionId: string, learnerId: string): void {
  if (!isDrawingOff()) aside(`printing edition/${editionId}`, () => printFor(editionId, learnerId));
}

export async function printFor(editionId: string, learnerId: string): Promise<void> {
  const [edition, learner] = [findEdition(editionId), findLearner(learnerId)];
  if (!edition.ok || !learner) return;
  const choices = choicesFor(edition.value.frozen, learner);
  await printHandout({ editionId, learner, choices }, Date.now(), 'later');
}

function reachOf(learner: Learner): { readonly left: number; readonly right: number } {
  const { left, right } = sizeOf(learner);
  return { left: left.largest, right: right.largest };
}

function weekOf(learner: Learner, day: number): SheetTask['tasks'] {
  const { ways } = practiceWays();
  const [who] = learnersInPractice([learner], day);
  return (tasksOf(learner.id)?.tasks ?? []).map(({ sentence, minutes, assignmentId, sectionId, stage }) => {
    const piece = who!.pieces.find((each) => each.assignmentId === assignmentId);
    const standing =
      piece && targetOf(piece) > 0
        ? standings(piece, who!.limits, ways).find(({ section }) => section.id === sectionId)
        : undefined;
    return { sentence, minutes, tempos: standing?.stage?.id === stage ? standing.ladder : [] };
  });
}

/** Handouts as one file. */
export async function handoutFile(
  requests: readonly HandoutRequest[],
  nowMs: number,
  onProgress: (done: number) => void = () => undefined,
  signal?: AbortSignal,
): Promise<Outcome<Uint8Array<ArrayBuffer>, Failure>> {
  const printed: Printed[] = [];
  for (const request of requests) {
    if (signal?.aborted) return notFound('It was cancelled.');
    const each = await printHandout(request, nowMs);
    if (!each.ok) return each;
    printed.push(each.value);
    onProgress(printed.length);
  }
  return work('pdf', printed);
}
