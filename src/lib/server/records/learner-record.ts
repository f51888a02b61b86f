import { strToU8, zipSync } from 'fflate';
import { z } from 'zod';
import { dateOf } from '../../core/practice/day-number';
import { studioCalendar } from '../calendar';
import { findEdition } from '../editions';
import { listGoals } from '../goals';
import { findLearner } from '../learners';
import { lessonsOf, tasksOfLesson } from '../lessons';
import { notFound, type Outcome } from '../outcome';
import { assignmentsOf } from '../practice';
import { logAsCsv } from '../practice-csv';
import { shareLinksOf } from '../access/share-links';
import { messagesTo } from '../messages/outbox';
import { listRequests } from '../messages/requests';
import { takesOfLearner } from '../stand/takes';
import { work, type WorkFailure } from '../work/pool';

const VERSION = 1;
const date = z.string().meta({ description: 'A day, as 2026-11-28.' });
const instant = z.string().meta({ description: 'A moment in UTC, as 2026-11-28T10:15:00.000Z.' });

/** What `record.json` holds; its JSON Schema goes with it. */
const recordSchema = z.object({
  version: z.literal(VERSION),
  writtenAt: instant,
  learner: z.record(z.string(), z.unknown()).meta({
    description: 'Hands, keyboard, voice, reading and ways. Spans are in semitones, keys are MIDI numbers.',
  }),
  pieces: z.array(
    z.object({
      title: z.string(),
      arrangement: z.string(),
      edition: z.int(),
      file: z
        .string()
        .nullable()
        .meta({ description: 'The edition as MusicXML in this archive; null where it cannot be written.' }),
      handedOutAt: instant,
      sections: z.array(
        z
          .object({ name: z.string(), from: z.int(), to: z.int() })
          .meta({ description: 'Measures by index from 0, both ends included.' }),
      ),
      earlierEditions: z.array(z.int()),
    }),
  ),
  goals: z.array(
    z.object({ title: z.string(), date, targetBpm: z.int(), isFromMemory: z.boolean(), event: z.string() }),
  ),
  lessons: z.array(
    z.object({
      date,
      lengthMinutes: z.int(),
      name: z.string(),
      note: z.string(),
      tasks: z.array(z.object({ sentence: z.string(), minutes: z.int(), tempoBpm: z.int().nullable() })),
    }),
  ),
  takes: z.array(
    z.object({
      file: z.string().meta({ description: 'The take as MIDI in this archive.' }),
      edition: z.string().meta({ description: 'Which music it is of, by its title.' }),
      at: instant,
      heard: z.array(z.string()),
    }),
  ),
  requests: z.array(z.object({ title: z.string(), note: z.string(), state: z.string(), at: instant })),
  messages: z.array(
    z.object({
      file: z.string().meta({ description: 'The message in this archive (RFC 5322).' }),
      to: z.string(),
      at: instant,
      sentAt: instant.nullable(),
    }),
  ),
  links: z.array(
    z.object({
      nickname: z.string(),
      mayMark: z.boolean(),
      madeAt: instant,
      expiresAt: instant,
      withdrawnAt: instant.nullable(),
    }),
  ),
});

type LearnerRecord = z.infer<typeof recordSchema>;

const MOST_LESSONS = 100_000;
const at = (ms: number) => new Date(ms).toISOString();

/** Names by which the database goes, and what is told in other words. */
const INNER: ReadonlySet<string> = new Set([
  'id',
  'deletionId',
  'archivedAtMs',
  'createdAtMs',
  'reads',
  'sheets',
]);

const READ_ME = `What the studio keeps of one learner, in open formats.

record.json         hands and ways, pieces, dates, lessons with their notes and tasks, links (without their secret)
record.schema.json  the JSON Schema of record.json
log.csv             every line of the log, the oldest first (RFC 4180)
calendar.ics        lessons, dates and days for practising (iCalendar, RFC 5545)
editions/           the music as it was handed out (MusicXML)
takes/              what was played and kept (MIDI)
messages/           what was written home (.eml, RFC 5322)
`;

/** A learner's whole record as one zip. Editions are written in the pool of workers. */
export async function learnerRecord(
  learnerId: string,
  nowMs: number,
): Promise<Outcome<Uint8Array<ArrayBuffer>, 'not-found' | WorkFailure>> {
  const learner = findLearner(learnerId);
  if (!learner) return notFound('There is no such learner in the studio.');
  const files: Record<string, Uint8Array> = {};
  const pieces: LearnerRecord['pieces'] = [];
  for (const each of assignmentsOf([learnerId])) {
    const edition = findEdition(each.editionId);
    const file = `editions/${fileName(`${each.title}, edition ${each.editionNumber}`)}-${pieces.length + 1}.musicxml`;
    if (edition.ok) {
      const { score, counts, recipe } = edition.value.frozen;
      const written = await work('write', {
        score,
        format: 'musicxml',
        counts: recipe.counts === 'shown' ? counts : [],
      });
      if (!written.ok) return written;
      files[file] = written.value;
    }
    pieces.push({
      title: each.title,
      arrangement: each.arrangementName,
      edition: each.editionNumber,
      file: edition.ok ? file : null,
      handedOutAt: at(each.assignedAtMs),
      sections: each.sections.map(({ name, from, to }) => ({ name, from, to })),
      earlierEditions: each.before.map(({ number }) => number),
    });
  }
  const { archivedAtMs, createdAtMs, reads } = learner;
  const profile = Object.fromEntries(Object.entries(learner).filter(([field]) => !INNER.has(field)));
  const record: LearnerRecord = {
    version: VERSION,
    writtenAt: at(nowMs),
    learner: {
      ...profile,
      reads: reads.ok ? reads.value : null,
      addedAt: at(createdAtMs),
      archivedAt: archivedAtMs === null ? null : at(archivedAtMs),
    },
    pieces,
    goals: listGoals(learnerId).map(({ title, onDay, targetBpm, isFromMemory, event }) => ({
      ...{ title, date: dateOf(onDay), targetBpm, isFromMemory, event },
    })),
    lessons: lessonsOf(learnerId, MOST_LESSONS).map(({ id, onDay, lengthMinutes, name, note }) => ({
      ...{ date: dateOf(onDay), lengthMinutes, name, note },
      tasks: tasksOfLesson(id, learnerId).map(({ sentence, minutes, tempoBpm }) => ({
        sentence,
        minutes,
        tempoBpm,
      })),
    })),
    takes: takesOfLearner(learnerId).map(({ title, midi, createdAtMs: made, heard }, index) => {
      const file = `takes/take-${index + 1}.mid`;
      files[file] = midi;
      return { file, edition: title, at: at(made), heard: heard.split('\n').filter(Boolean) };
    }),
    requests: listRequests()
      .filter((asked) => asked.learnerId === learnerId)
      .map(({ title, note, state, createdAtMs: made }) => ({ title, note, state, at: at(made) })),
    messages: messagesTo(learnerId).map(({ to, eml, createdAtMs: made, sentAtMs }, index) => {
      const file = `messages/message-${index + 1}.eml`;
      files[file] = eml;
      return { file, to, at: at(made), sentAt: sentAtMs === null ? null : at(sentAtMs) };
    }),
    links: shareLinksOf(learnerId).map(
      ({ nickname, mayMark, createdAtMs: made, expiresAtMs, withdrawnAtMs }) => ({
        ...{ nickname, mayMark, madeAt: at(made), expiresAt: at(expiresAtMs) },
        withdrawnAt: withdrawnAtMs === null ? null : at(withdrawnAtMs),
      }),
    ),
  };
  files['README.txt'] = strToU8(READ_ME);
  files['record.json'] = strToU8(JSON.stringify(recordSchema.parse(record), null, 2));
  files['record.schema.json'] = strToU8(JSON.stringify(z.toJSONSchema(recordSchema), null, 2));
  files['log.csv'] = strToU8(logAsCsv(learnerId));
  files['calendar.ics'] = strToU8(studioCalendar(nowMs, new Map([[learner.id, learner.name]]), learner));
  return { ok: true, value: new Uint8Array(zipSync(files)) };
}

function fileName(text: string): string {
  return text.replace(/[^\p{L}\p{N} ,.-]/gu, '_').slice(0, 80);
}
