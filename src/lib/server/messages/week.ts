import { CAUTIONS } from '../../core/care/cautions.data';
import { escapeXml } from '../../core/formats/xml';
import { studioCalendar } from '../calendar';
import { handoutFile } from '../handouts/print-handout';
import { choicesFor } from '../handouts/sheet-choices';
import { findEdition } from '../editions';
import type { Learner } from '../learners';
import { tasksOf } from '../lessons';
import { layIntoOutbox } from './outbox';
import { notFound, type Outcome } from '../outcome';
import { assignmentsOf } from '../practice';
import type { WorkFailure } from '../work/pool';

export interface WeekMessage {
  readonly to: string;
  /** What the teacher writes besides. */
  readonly words: string;
  /** The address of the learner's stand; empty where none is given. */
  readonly link: string;
  readonly hasSheet: boolean;
  readonly hasCalendar: boolean;
}

/** The week's tasks as a message in the outbox: plain and as HTML, with the sheet, the link and the calendar file. */
export async function writeWeek(
  learner: Learner,
  asked: WeekMessage,
  nowMs: number,
): Promise<Outcome<string, 'not-found' | 'not-readable' | WorkFailure>> {
  const set = tasksOf(learner.id)?.tasks ?? [];
  if (set.length === 0) return notFound('Nothing is set for the week: set it in the lesson first.');
  const attachments: { filename: string; content: Uint8Array | string; contentType: string }[] = [];
  const [held] = assignmentsOf([learner.id]);
  if (asked.hasSheet && held) {
    const edition = findEdition(held.editionId);
    if (!edition.ok) return edition;
    const choices = { ...choicesFor(edition.value.frozen, learner), sheets: ['tasks' as const] };
    const file = await handoutFile([{ editionId: held.editionId, learner, choices }], nowMs);
    if (!file.ok) return file;
    attachments.push({ filename: 'this week.pdf', content: file.value, contentType: 'application/pdf' });
  }
  if (asked.hasCalendar)
    attachments.push({
      filename: 'lessons.ics',
      content: studioCalendar(nowMs, new Map([[learner.id, learner.name]]), learner),
      contentType: 'text/calendar; charset=utf-8',
    });
  const text = [
    asked.words,
    set.map(({ sentence, minutes }, index) => `${index + 1}. ${sentence} (${minutes} minutes)`).join('\n'),
    asked.link && `What is set, on the music stand: ${asked.link}`,
    CAUTIONS.pain,
  ]
    .filter(Boolean)
    .join('\n\n');
  const items = set
    .map(({ sentence, minutes }) => `<li>${escapeXml(sentence)} (${minutes} minutes)</li>`)
    .join('');
  const html = [
    asked.words && `<p>${escapeXml(asked.words).replaceAll('\n', '<br>')}</p>`,
    `<ol>${items}</ol>`,
    asked.link && `<p><a href="${escapeXml(asked.link)}">What is set, on the music stand</a></p>`,
    `<p><small>${escapeXml(CAUTIONS.pain)}</small></p>`,
  ]
    .filter(Boolean)
    .join('\n');
  const id = await layIntoOutbox(
    { learnerId: learner.id, to: asked.to, subject: `This week: ${learner.name}`, text, html, attachments },
    nowMs,
  );
  return { ok: true, value: id };
}
