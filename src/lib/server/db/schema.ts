import { sql } from 'drizzle-orm';
import { blob, index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { COUNTING_STYLES, type CountingStyle } from '../../core/document/choices/counting-styles.data';
import { FINGERING_STYLES, type FingeringStyle } from '../../core/document/choices/fingering-styles.data';
import { PEDAL_USES, type PedalUse } from '../../core/learner/pedal-use';
import { FINGER_NAMES, type FingerNames } from '../../core/learner/reading';
import { REQUEST_STATES, type RequestState } from '../../core/practice/request-states.data';
import { PLAN_KINDS } from '../../core/practice/plan-state';
import { ENTRY_KINDS, MARKED_BY } from '../../core/practice/register';
import { TROUBLE_KIND_NAMES } from '../../core/practice/trouble';
import { STAGE_IDS } from '../../core/practice/stages.data';
import { KEPT_DOCUMENT, KEPT_STEP } from '../kept/document';
import { KEPT_CHANGES, KEPT_EDITION, KEPT_GIVEN, KEPT_SECTIONS } from '../kept/edition';
import { keptColumn } from '../kept/kept';
import { KEPT_READS } from '../kept/learner';
import { KEPT_SCORE_STEP, KEPT_SUMMARY, KEPT_WARNINGS } from '../kept/piece';
import { KEPT_MAKEUP, KEPT_PRACTICE } from '../kept/practice';
import { KEPT_RULES } from '../kept/rules';
import { KEPT_SCORE } from '../kept/score';
import { KEPT_SHEETS } from '../kept/sheets';

/** What can be deleted by itself, and taken back. */
export const DELETABLE = ['piece', 'arrangement', 'edition', 'learner', 'lesson', 'import'] as const;

const score = keptColumn(KEPT_SCORE);
const summary = keptColumn(KEPT_SUMMARY);
const warnings = keptColumn(KEPT_WARNINGS);
const scoreStep = keptColumn(KEPT_SCORE_STEP);
const arrangementDocument = keptColumn(KEPT_DOCUMENT);
const arrangementStep = keptColumn(KEPT_STEP);
const frozenEdition = keptColumn(KEPT_EDITION);
const editionSections = keptColumn(KEPT_SECTIONS);
const changedSections = keptColumn(KEPT_CHANGES);
const givenSections = keptColumn(KEPT_GIVEN);
const editionMakeup = keptColumn(KEPT_MAKEUP);
const reads = keptColumn(KEPT_READS);
const rules = keptColumn(KEPT_RULES);
const practiceWays = keptColumn(KEPT_PRACTICE);
const sheets = keptColumn(KEPT_SHEETS);

/** The names of a table of facts, as a column takes them. */
function names<Name extends string>(facts: Readonly<Record<Name, unknown>>): [Name, ...Name[]] {
  return Object.keys(facts) as [Name, ...Name[]];
}

/** What was deleted, and can be taken back for a while. Only the record named is marked; what belongs to it hides with it. */
export const deletions = sqliteTable('deletions', {
  id: text('id').primaryKey(),
  kind: text('kind', { enum: DELETABLE }).notNull(),
  /** The record that was deleted. */
  subjectId: text('subject_id').notNull(),
  label: text('label').notNull(),
  /** What went with it, in words. */
  what: text('what').notNull(),
  atMs: integer('at_ms').notNull(),
});

const deletionId = () => text('deletion_id').references(() => deletions.id);

export const pieces = sqliteTable('pieces', {
  id: text('id').primaryKey(),
  title: text('title').notNull(),
  composer: text('composer').notNull(),
  rightsNote: text('rights_note').notNull(),
  fileName: text('file_name').notNull(),
  /** The file as it came in, byte for byte. */
  fileBytes: blob('file_bytes', { mode: 'buffer' }).notNull(),
  sourceRevision: integer('source_revision').notNull(),
  importedAtMs: integer('imported_at_ms').notNull(),
  /** SHA-256 of the file, by which the same file is known again; null in rows that an earlier version wrote. */
  fileHash: text('file_hash'),
  /** Where a recording of it can be heard; empty where none is noted. */
  recordingUrl: text('recording_url').notNull().default(''),
  archivedAtMs: integer('archived_at_ms'),
  deletionId: deletionId(),
});

export const sourceRevisions = sqliteTable(
  'source_revisions',
  {
    pieceId: text('piece_id')
      .notNull()
      .references(() => pieces.id),
    revision: integer('revision').notNull(),
    /** The step that made it from the revision before; null for the first. */
    step: scoreStep('step_json'),
    score: score('score_json').notNull(),
    warnings: warnings('warnings_json').notNull(),
    /** What lists say of it, so that they read no score; null in rows that an earlier version wrote. */
    summary: summary('summary_json'),
    createdAtMs: integer('created_at_ms').notNull(),
  },
  (table) => [primaryKey({ columns: [table.pieceId, table.revision] })],
);

export const arrangements = sqliteTable(
  'arrangements',
  {
    id: text('id').primaryKey(),
    pieceId: text('piece_id')
      .notNull()
      .references(() => pieces.id),
    sourceRevision: integer('source_revision').notNull(),
    name: text('name').notNull(),
    document: arrangementDocument('document_json').notNull(),
    revision: integer('revision').notNull(),
    createdAtMs: integer('created_at_ms').notNull(),
    updatedAtMs: integer('updated_at_ms').notNull(),
    archivedAtMs: integer('archived_at_ms'),
    deletionId: deletionId(),
  },
  (table) => [
    index('arrangements_piece').on(table.pieceId),
    index('arrangements_updated').on(table.updatedAtMs),
  ],
);

export const arrangementHistory = sqliteTable(
  'arrangement_history',
  {
    arrangementId: text('arrangement_id')
      .notNull()
      .references(() => arrangements.id),
    /** The revision that the step led to. */
    revision: integer('revision').notNull(),
    idempotencyKey: text('idempotency_key').notNull(),
    step: arrangementStep('step_json').notNull(),
    atMs: integer('at_ms').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.arrangementId, table.revision] }),
    uniqueIndex('arrangement_history_key').on(table.arrangementId, table.idempotencyKey),
  ],
);

export const learners = sqliteTable('learners', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  birthYear: integer('birth_year'),
  spanLeftSemitones: integer('span_left_semitones').notNull(),
  spanRightSemitones: integer('span_right_semitones').notNull(),
  /** The largest reach, where it was measured; otherwise it follows from the comfortable one. */
  largestLeftSemitones: integer('largest_left_semitones'),
  largestRightSemitones: integer('largest_right_semitones'),
  keyboardLowest: integer('keyboard_lowest').notNull().default(21),
  keyboardHighest: integer('keyboard_highest').notNull().default(108),
  /** A digital keyboard's transpose setting: what sounds is so many semitones above what is written. */
  keyboardTransposeSemitones: integer('keyboard_transpose_semitones').notNull().default(0),
  pedal: text('pedal', { enum: names<PedalUse>(PEDAL_USES) })
    .notNull()
    .default('yes'),
  voiceLowest: integer('voice_lowest'),
  voiceHighest: integer('voice_highest'),
  voiceComfortLowest: integer('voice_comfort_lowest'),
  voiceComfortHighest: integer('voice_comfort_highest'),
  rung: integer('rung').notNull(),
  countingStyle: text('counting_style', { enum: names<CountingStyle>(COUNTING_STYLES) }).notNull(),
  fingeringStyle: text('fingering_style', { enum: names<FingeringStyle>(FINGERING_STYLES) })
    .notNull()
    .default('smooth'),
  fingerNames: text('finger_names', { enum: names<FingerNames>(FINGER_NAMES) })
    .notNull()
    .default('numbers'),
  reads: reads('reads_json')
    .notNull()
    // As version 0 wrote it, so that the column stays what it is.
    .default(sql`'["treble","bass"]'`),
  knownKeys: text('known_keys').notNull().default(''),
  knownChords: text('known_chords').notNull().default(''),
  notes: text('notes').notNull(),
  /** Practice: minutes on a day, days in a week, which hand begins, and the fastest beat that is right for this learner. */
  minutesADay: integer('minutes_a_day').notNull().default(20),
  daysAWeek: integer('days_a_week').notNull().default(5),
  firstHand: text('first_hand', { enum: ['right', 'left'] })
    .notNull()
    .default('right'),
  maxBpm: integer('max_bpm'),
  /** What the learner sees on the stand and on paper. */
  showsNoteNames: integer('shows_note_names', { mode: 'boolean' }).notNull().default(false),
  readsLarge: integer('reads_large', { mode: 'boolean' }).notNull().default(false),
  /** The sheets of a handout, as they were last chosen for this learner; null until they were. */
  sheets: sheets('sheets_json'),
  createdAtMs: integer('created_at_ms').notNull(),
  archivedAtMs: integer('archived_at_ms'),
  deletionId: deletionId(),
});

export const editions = sqliteTable(
  'editions',
  {
    id: text('id').primaryKey(),
    arrangementId: text('arrangement_id')
      .notNull()
      .references(() => arrangements.id),
    number: integer('number').notNull(),
    /** The revision of the arrangement from which it was first printed. */
    arrangementRevision: integer('arrangement_revision').notNull(),
    /** What the teacher calls it beside its number; mostly nothing. */
    name: text('name').notNull().default(''),
    /** The arranged result as printed; later changes of program or rules never touch it. */
    frozen: frozenEdition('frozen_json').notNull(),
    /** Which edition it is: that of what is printed. Null in rows that an earlier version wrote. */
    fingerprint: text('fingerprint'),
    /** Its sections, so that registers and lists need not read the whole; null in rows that an earlier version wrote. */
    sections: editionSections('sections_json'),
    /** What plans go by: tempo, hands, pedal, words; null in rows that an earlier version wrote. */
    makeup: editionMakeup('makeup_json'),
    createdAtMs: integer('created_at_ms').notNull(),
    archivedAtMs: integer('archived_at_ms'),
    deletionId: deletionId(),
  },
  (table) => [
    uniqueIndex('editions_number').on(table.arrangementId, table.number),
    // All that lists ask of an edition: the rows themselves hold the whole music before it.
    index('editions_held').on(table.arrangementId, table.number, table.fingerprint, table.id),
  ],
);

export const assignments = sqliteTable(
  'assignments',
  {
    id: text('id').primaryKey(),
    editionId: text('edition_id')
      .notNull()
      .references(() => editions.id),
    learnerId: text('learner_id')
      .notNull()
      .references(() => learners.id),
    assignedAtMs: integer('assigned_at_ms').notNull(),
    /** The assignment whose register it took over. */
    followsId: text('follows_id'),
    /** Since when a newer edition stands in its place; null while the learner plays from it. */
    retiredAtMs: integer('retired_at_ms'),
    /** What changed since the edition before, by section. */
    changes: changedSections('changes_json'),
    /** The sections that were handed out; null: all of them. */
    given: givenSections('given_json'),
  },
  (table) => [
    uniqueIndex('assignments_standing')
      .on(table.editionId, table.learnerId)
      .where(sql`retired_at_ms is null`),
    index('assignments_learner').on(table.learnerId),
    index('assignments_edition').on(table.editionId),
  ],
);

/** Append-only: a correction is a new row that names the one it corrects. */
export const practiceEntries = sqliteTable(
  'practice_entries',
  {
    id: text('id').primaryKey(),
    assignmentId: text('assignment_id')
      .notNull()
      .references(() => assignments.id),
    sectionId: text('section_id').notNull(),
    stage: text('stage', { enum: STAGE_IDS }).notNull(),
    kind: text('kind', { enum: ENTRY_KINDS }).notNull(),
    tempoBpm: integer('tempo_bpm'),
    onDay: integer('on_day').notNull(),
    correctsId: text('corrects_id'),
    /** When it was marked, by the clock of whoever marked; it may have waited for the network since. */
    createdAtMs: integer('created_at_ms').notNull(),
    cleanRuns: integer('clean_runs').notNull().default(0),
    failedRuns: integer('failed_runs').notNull().default(0),
    minutes: integer('minutes'),
    markedBy: text('marked_by', { enum: MARKED_BY }).notNull().default('teacher'),
    lessonId: text('lesson_id').references(() => lessons.id),
    /** The last section of a stretch that was played through; null for one section. */
    throughId: text('through_id'),
    /** Of trouble: measures of the edition, both ends included. */
    troubleFrom: integer('trouble_from'),
    troubleTo: integer('trouble_to'),
    troubleKind: text('trouble_kind', { enum: TROUBLE_KIND_NAMES }),
    troubleHand: text('trouble_hand', { enum: ['right', 'left'] }),
    receivedAtMs: integer('received_at_ms'),
    /** The file of entries that it came in with. */
    importId: text('import_id').references(() => logImports.id),
  },
  (table) => [index('practice_entries_assignment').on(table.assignmentId)],
);

/** A file of entries that was brought into a learner's log. */
export const logImports = sqliteTable('log_imports', {
  id: text('id').primaryKey(),
  learnerId: text('learner_id')
    .notNull()
    .references(() => learners.id),
  fileName: text('file_name').notNull(),
  /** SHA-256 of its text, by which the same file is known again. */
  fileHash: text('file_hash').notNull(),
  entries: integer('entries').notNull(),
  atMs: integer('at_ms').notNull(),
  deletionId: deletionId(),
});

/** A weekly time at which one learner, or several together, come. */
export const lessonSlots = sqliteTable('lesson_slots', {
  id: text('id').primaryKey(),
  /** 0 Monday … 6 Sunday. */
  weekday: integer('weekday').notNull(),
  minuteOfDay: integer('minute_of_day').notNull(),
  lengthMinutes: integer('length_minutes').notNull(),
  fromDay: integer('from_day').notNull(),
  /** The last day on which it is held; null while it goes on. */
  untilDay: integer('until_day'),
});

export const lessonSlotLearners = sqliteTable(
  'lesson_slot_learners',
  {
    slotId: text('slot_id')
      .notNull()
      .references(() => lessonSlots.id, { onDelete: 'cascade' }),
    learnerId: text('learner_id')
      .notNull()
      .references(() => learners.id),
  },
  (table) => [primaryKey({ columns: [table.slotId, table.learnerId] })],
);

/** A day on which a weekly lesson is not held, or is held at another time. */
export const lessonExceptions = sqliteTable(
  'lesson_exceptions',
  {
    slotId: text('slot_id')
      .notNull()
      .references(() => lessonSlots.id, { onDelete: 'cascade' }),
    day: integer('day').notNull(),
    /** Null where the lesson falls out. */
    movedToDay: integer('moved_to_day'),
    movedToMinute: integer('moved_to_minute'),
  },
  (table) => [primaryKey({ columns: [table.slotId, table.day] })],
);

export const lessons = sqliteTable(
  'lessons',
  {
    id: text('id').primaryKey(),
    slotId: text('slot_id').references(() => lessonSlots.id, { onDelete: 'set null' }),
    onDay: integer('on_day').notNull(),
    lengthMinutes: integer('length_minutes').notNull(),
    startedAtMs: integer('started_at_ms').notNull(),
    endedAtMs: integer('ended_at_ms'),
    note: text('note').notNull().default(''),
    /** What the teacher calls it; mostly nothing, and its day says which it is. */
    name: text('name').notNull().default(''),
    deletionId: deletionId(),
  },
  (table) => [index('lessons_day').on(table.onDay)],
);

export const lessonLearners = sqliteTable(
  'lesson_learners',
  {
    lessonId: text('lesson_id')
      .notNull()
      .references(() => lessons.id),
    learnerId: text('learner_id')
      .notNull()
      .references(() => learners.id),
  },
  (table) => [
    primaryKey({ columns: [table.lessonId, table.learnerId] }),
    index('lesson_learners_learner').on(table.learnerId),
  ],
);

/** What is set for the week, in its order. */
export const tasks = sqliteTable(
  'tasks',
  {
    id: text('id').primaryKey(),
    lessonId: text('lesson_id')
      .notNull()
      .references(() => lessons.id),
    learnerId: text('learner_id')
      .notNull()
      .references(() => learners.id),
    assignmentId: text('assignment_id').references(() => assignments.id),
    sectionId: text('section_id'),
    what: text('what', { enum: [...PLAN_KINDS] }).notNull(),
    stage: text('stage', { enum: STAGE_IDS }).notNull(),
    tempoBpm: integer('tempo_bpm'),
    minutes: integer('minutes').notNull(),
    sentence: text('sentence').notNull(),
    position: integer('position').notNull(),
  },
  (table) => [index('tasks_lesson').on(table.lessonId), index('tasks_learner').on(table.learnerId)],
);

/** What somebody played of a section and wanted kept, as MIDI; of what was heard in it only the sentences. */
export const takes = sqliteTable(
  'takes',
  {
    id: text('id').primaryKey(),
    editionId: text('edition_id')
      .notNull()
      .references(() => editions.id),
    sectionId: text('section_id').notNull(),
    /** Null: the teacher's own, for the learners to hear and play along with. */
    learnerId: text('learner_id').references(() => learners.id),
    hand: text('hand', { enum: ['right', 'left'] }),
    midi: blob('midi', { mode: 'buffer' }).notNull(),
    /** What was heard, a line a sentence. */
    heard: text('heard').notNull(),
    createdAtMs: integer('created_at_ms').notNull(),
  },
  (table) => [index('takes_edition').on(table.editionId), index('takes_learner').on(table.learnerId)],
);

/** What was written to a learner, as a file in the outbox. */
export const messages = sqliteTable(
  'messages',
  {
    id: text('id').primaryKey(),
    learnerId: text('learner_id')
      .notNull()
      .references(() => learners.id),
    to: text('to').notNull(),
    subject: text('subject').notNull(),
    /** The whole message in the open format (RFC 5322). */
    eml: blob('eml', { mode: 'buffer' }).notNull(),
    createdAtMs: integer('created_at_ms').notNull(),
    /** When a mail server took it; null while it lies in the outbox. */
    sentAtMs: integer('sent_at_ms'),
  },
  (table) => [index('messages_learner').on(table.learnerId)],
);

/** Pieces that learners ask for, and what became of each. */
export const requests = sqliteTable(
  'requests',
  {
    id: text('id').primaryKey(),
    learnerId: text('learner_id')
      .notNull()
      .references(() => learners.id),
    title: text('title').notNull(),
    note: text('note').notNull().default(''),
    state: text('state', { enum: names<RequestState>(REQUEST_STATES) }).notNull(),
    /** The piece that it became. */
    pieceId: text('piece_id').references(() => pieces.id, { onDelete: 'set null' }),
    createdAtMs: integer('created_at_ms').notNull(),
    changedAtMs: integer('changed_at_ms').notNull(),
  },
  (table) => [index('requests_learner').on(table.learnerId)],
);

/** A date that a learner works towards with a piece; goals with the same event are its programme. */
export const goals = sqliteTable(
  'goals',
  {
    id: text('id').primaryKey(),
    learnerId: text('learner_id')
      .notNull()
      .references(() => learners.id),
    assignmentId: text('assignment_id')
      .notNull()
      .references(() => assignments.id),
    onDay: integer('on_day').notNull(),
    targetBpm: integer('target_bpm').notNull(),
    isFromMemory: integer('is_from_memory', { mode: 'boolean' }).notNull(),
    event: text('event').notNull().default(''),
    position: integer('position').notNull().default(0),
    createdAtMs: integer('created_at_ms').notNull(),
  },
  (table) => [index('goals_learner').on(table.learnerId), index('goals_day').on(table.onDay)],
);

/** How the studio teaches: stages, ladder, rests, lengths; one row, absent while it is as the program comes. */
export const practiceSettings = sqliteTable('practice_settings', {
  id: integer('id').primaryKey(),
  value: practiceWays('value_json').notNull(),
  updatedAtMs: integer('updated_at_ms').notNull(),
});

/** How copies are kept and whether the home network may come in; one row, absent while it is as the program comes. */
export const housekeeping = sqliteTable('housekeeping', {
  id: integer('id').primaryKey(),
  backupsKept: integer('backups_kept').notNull(),
  isOnNetwork: integer('is_on_network', { mode: 'boolean' }).notNull(),
  /** A mail server by which messages go out; empty: they stay in the outbox. */
  mailServer: text('mail_server').notNull().default(''),
  mailFrom: text('mail_from').notNull().default(''),
});

/** The passphrase of the studio, as scrypt keeps it; one row, absent while there is none. */
export const access = sqliteTable('access', {
  id: integer('id').primaryKey(),
  salt: text('salt').notNull(),
  hash: text('hash').notNull(),
  setAtMs: integer('set_at_ms').notNull(),
});

/** Browsers that gave the passphrase; of the cookie only a hash is kept. */
export const sessions = sqliteTable('sessions', {
  tokenHash: text('token_hash').primaryKey(),
  startedAtMs: integer('started_at_ms').notNull(),
  seenAtMs: integer('seen_at_ms').notNull(),
});

/** Links by which a learner comes to what is their own; of the token only a hash is kept. */
export const shareLinks = sqliteTable(
  'share_links',
  {
    id: text('id').primaryKey(),
    learnerId: text('learner_id')
      .notNull()
      .references(() => learners.id),
    tokenHash: text('token_hash').notNull().unique(),
    /** What the page calls the learner: a nickname. */
    nickname: text('nickname').notNull(),
    mayMark: integer('may_mark', { mode: 'boolean' }).notNull(),
    createdAtMs: integer('created_at_ms').notNull(),
    expiresAtMs: integer('expires_at_ms').notNull(),
    withdrawnAtMs: integer('withdrawn_at_ms'),
    openedAtMs: integer('opened_at_ms'),
  },
  (table) => [index('share_links_learner').on(table.learnerId)],
);

/** What an arrangement would print, remembered by all that it depends on, so that lists need not arrange. */
export const prints = sqliteTable('prints', {
  asked: text('asked').primaryKey(),
  fingerprint: text('fingerprint').notNull(),
  atMs: integer('at_ms').notNull(),
});

/**
 * The first lines of music of each piece, arrangement and edition as they were drawn last: a cache, which can be emptied at
 * any time. Lines are sent only while the fingerprint of what they were drawn of is that of what stands now.
 */
export const engravedLines = sqliteTable(
  'engraved_lines',
  {
    /** `piece/…`, `arrangement/…`, `edition/…` and its id. */
    subject: text('subject').notNull(),
    pageWidth: integer('page_width').notNull(),
    fingerprint: text('fingerprint').notNull(),
    /** Lines as JSON, deflated: pictures are mostly the same few shapes. */
    lines: blob('lines', { mode: 'buffer' }).notNull(),
    atMs: integer('at_ms').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.subject, table.pageWidth] }),
    index('engraved_lines_by_time').on(table.atMs),
  ],
);

/** The studio's own choices, one record a subject; what is not here is as the program comes. */
export const studioSettings = sqliteTable('studio_settings', {
  subject: text('subject').primaryKey(),
  value: rules('value_json').notNull(),
  updatedAtMs: integer('updated_at_ms').notNull(),
});
