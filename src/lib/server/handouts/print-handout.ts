import { createHash } from 'node:crypto';
import type { SheetChoices } from '../../core/handout/sheet-choices';
import { sizeOf } from '../../core/learner/hands';
import { standings, targetOf } from '../../core/practice/learner-practice';
import { dateOf } from '../../core/practice/day-number';
import type { Printed } from '../../core/sheets/page';
import type { SheetTask } from '../../core/sheets/task';
import { build } from '../build';
import { findEdition } from '../editions';
import type { Learner } from '../learners';
import { learnersInPractice } from '../learner-practice';
import { tasksOf } from '../lessons';
import { notFound, type Outcome } from '../outcome';
import { practiceWays, studioNow } from '../practice-ways';
import { work, type WorkFailure } from '../work/pool';

/** Pages that were made last, by all that they are made of. */
const KEPT = 24;
const kept = new Map<string, Promise<Outcome<Printed, WorkFailure>>>();

const LONG_DATE = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeZone: 'UTC' });

export interface HandoutRequest {
  readonly editionId: string;
  readonly learner: Learner | null;
  readonly choices: SheetChoices;
}

type Failure = 'not-found' | 'not-readable' | WorkFailure;

/** The pages of a handout, made in the pool; the same ones are not made twice. */
export async function printHandout(
  request: HandoutRequest,
  nowMs: number,
): Promise<Outcome<Printed, Failure>> {
  const edition = findEdition(request.editionId);
  if (!edition.ok) return edition;
  const { learner, choices } = request;
  const { day } = studioNow(nowMs, practiceWays().ways.timeZone);
  const { pieceTitle, number, frozen } = edition.value;
  const task: SheetTask = {
    ...{ title: pieceTitle, editionNumber: number, edition: frozen, choices },
    date: LONG_DATE.format(new Date(`${dateOf(day)}T00:00:00Z`)),
    learner: learner && {
      name: learner.name,
      fingerNames: learner.fingerNames,
      reach: reachOf(learner),
    },
    tasks: learner && choices.sheets.includes('tasks') ? weekOf(learner, day) : [],
  };
  const { edition: music, ...rest } = task;
  const name = createHash('sha256')
    .update(JSON.stringify([build(), request.editionId, music.recipe, rest]))
    .digest('hex');
  const known = kept.get(name) ?? work('sheets', task);
  kept.delete(name);
  kept.set(name, known);
  if (kept.size > KEPT) kept.delete(kept.keys().next().value!);
  const printed = await known;
  // What failed is tried anew.
  if (!printed.ok) kept.delete(name);
  return printed;
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
