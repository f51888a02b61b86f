import { database } from '../db/client';
import type { RecordKind } from './records';

export interface Goes {
  /** What it is called. */
  readonly label: string;
  /** What goes with it, by count; empty where nothing does. */
  readonly what: string;
}

/** What each count is called, one and several. */
const WORDS = {
  arrangements: ['arrangement', 'arrangements'],
  editions: ['edition', 'editions'],
  registers: ['register', 'registers'],
  entries: ['practice entry', 'practice entries'],
  lessons: ['lesson', 'lessons'],
  tasks: ['task', 'tasks'],
  goals: ['date', 'dates'],
  links: ['link', 'links'],
  takes: ['take', 'takes'],
  messages: ['message', 'messages'],
  requests: ['request', 'requests'],
} as const;

type Counted = keyof typeof WORDS;

const LABELS: Readonly<Record<RecordKind, string>> = {
  piece: 'SELECT title FROM pieces WHERE deletion_id IS NULL AND id = ?',
  arrangement: 'SELECT name FROM arrangements WHERE deletion_id IS NULL AND id = ?',
  edition: `SELECT p.title || ', edition ' || e.number FROM editions e JOIN arrangements a ON a.id = e.arrangement_id
            JOIN pieces p ON p.id = a.piece_id WHERE e.deletion_id IS NULL AND e.id = ?`,
  learner: 'SELECT name FROM learners WHERE deletion_id IS NULL AND id = ?',
  lesson:
    "SELECT CASE name WHEN '' THEN 'Lesson of ' || date(on_day * 86400, 'unixepoch') ELSE name END FROM lessons WHERE deletion_id IS NULL AND id = ?",
  import: 'SELECT file_name FROM log_imports WHERE deletion_id IS NULL AND id = ?',
};

const EDITIONS_OF_PIECE =
  'SELECT e.id FROM editions e JOIN arrangements a ON a.id = e.arrangement_id WHERE a.piece_id = :id';
const EDITIONS_OF_ARRANGEMENT = 'SELECT id FROM editions WHERE arrangement_id = :id';

const held = (editions: string): Partial<Record<Counted, string>> => ({
  registers: `SELECT count(*) FROM assignments WHERE retired_at_ms IS NULL AND edition_id IN (${editions})`,
  entries: `SELECT count(*) FROM practice_entries WHERE assignment_id IN
            (SELECT id FROM assignments WHERE edition_id IN (${editions}))`,
  goals: `SELECT count(*) FROM goals WHERE assignment_id IN (SELECT id FROM assignments WHERE edition_id IN (${editions}))`,
  takes: `SELECT count(*) FROM takes WHERE edition_id IN (${editions})`,
});

const COUNTS: Readonly<Record<RecordKind, Partial<Record<Counted, string>>>> = {
  piece: {
    arrangements: 'SELECT count(*) FROM arrangements WHERE deletion_id IS NULL AND piece_id = :id',
    editions: `SELECT count(*) FROM editions WHERE deletion_id IS NULL AND id IN (${EDITIONS_OF_PIECE})`,
    ...held(EDITIONS_OF_PIECE),
  },
  arrangement: {
    editions: `SELECT count(*) FROM editions WHERE deletion_id IS NULL AND id IN (${EDITIONS_OF_ARRANGEMENT})`,
    ...held(EDITIONS_OF_ARRANGEMENT),
  },
  edition: held('SELECT :id'),
  learner: {
    registers: 'SELECT count(*) FROM assignments WHERE retired_at_ms IS NULL AND learner_id = :id',
    entries: `SELECT count(*) FROM practice_entries WHERE assignment_id IN
              (SELECT id FROM assignments WHERE learner_id = :id)`,
    lessons: 'SELECT count(*) FROM lesson_learners WHERE learner_id = :id',
    goals: 'SELECT count(*) FROM goals WHERE learner_id = :id',
    takes: 'SELECT count(*) FROM takes WHERE learner_id = :id',
    messages: 'SELECT count(*) FROM messages WHERE learner_id = :id',
    requests: 'SELECT count(*) FROM requests WHERE learner_id = :id',
    links: 'SELECT count(*) FROM share_links WHERE withdrawn_at_ms IS NULL AND learner_id = :id',
  },
  lesson: { tasks: 'SELECT count(*) FROM tasks WHERE lesson_id = :id' },
  import: { entries: 'SELECT count(*) FROM practice_entries WHERE import_id = :id' },
};

/** What a record is called and what goes when it is deleted; null where there is no such record. */
export function whatGoes(kind: RecordKind, id: string): Goes | null {
  const { $client } = database();
  const label = $client.prepare(LABELS[kind]).pluck().get(id) as string | undefined;
  if (label === undefined) return null;
  const counts = Object.entries(COUNTS[kind]).map(([counted, sql]) => ({
    words: WORDS[counted as Counted],
    count: $client.prepare(sql).pluck().get({ id }) as number,
  }));
  return {
    label,
    what: counts
      .filter(({ count }) => count > 0)
      .map(({ count, words }) => `${count} ${words[count === 1 ? 0 : 1]}`)
      .join(', '),
  };
}
