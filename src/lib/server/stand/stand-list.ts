import { nextStepOf } from '../../core/practice/learner-practice';
import type { PracticeEntry } from '../../core/practice/register';
import type { Learner } from '../learners';
import { learnersInPractice } from '../learner-practice';
import { tasksOf } from '../lessons';
import { practiceWays, studioNow } from '../practice-ways';

/** What is set for a learner, and the learner's music. A nickname, and nothing else about the person. */
export function standList(learner: Learner, nickname: string, nowMs: number) {
  const { ways } = practiceWays();
  const { day } = studioNow(nowMs, ways.timeZone);
  const [who] = learnersInPractice([learner], day);
  return {
    nickname,
    set: (tasksOf(learner.id)?.tasks ?? []).map(({ id, sentence, minutes }) => ({ id, sentence, minutes })),
    doneToday: doneToday(
      who!.pieces.flatMap(({ assignment }) => assignment.entries),
      day,
    ),
    pieces: who!.pieces.map((piece) => {
      const { assignment } = piece;
      const next = nextStepOf(piece, who!.limits, ways);
      return {
        assignmentId: assignment.id,
        editionId: assignment.editionId,
        title: assignment.title,
        editionNumber: assignment.editionNumber,
        next: next && `${next.section.name}, ${next.stage.label.toLowerCase()}`,
        sections: assignment.sections.map(({ id, name }) => ({
          id,
          name,
          passed: assignment.entries.filter(({ sectionId, kind }) => sectionId === id && kind === 'passed')
            .length,
        })),
      };
    }),
  };
}

export type StandList = ReturnType<typeof standList>;

/** What the learner noted down today, in one sentence; empty where nothing was. */
function doneToday(entries: readonly PracticeEntry[], day: number): string {
  const own = entries.filter(({ onDay, markedBy }) => onDay === day && markedBy === 'learner');
  if (own.length === 0) return '';
  const sections = new Set(own.map(({ sectionId }) => sectionId)).size;
  const went = (
    [
      ['clean', 'it went well'],
      ['again', 'not yet'],
    ] as const
  ).flatMap(([kind, words]) => {
    const times = own.filter((entry) => entry.kind === kind).length;
    return times === 0 ? [] : [`${words} ${times === 1 ? 'once' : `${times} times`}`];
  });
  return `Today: ${sections} ${sections === 1 ? 'section' : 'sections'} practised; ${went.join(', ')}.`;
}
