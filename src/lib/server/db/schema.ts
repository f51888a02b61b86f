import { blob, index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';

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
});

export const sourceRevisions = sqliteTable(
  'source_revisions',
  {
    pieceId: text('piece_id')
      .notNull()
      .references(() => pieces.id),
    revision: integer('revision').notNull(),
    /** The step that made it from the revision before; null for the first. */
    stepJson: text('step_json'),
    scoreJson: text('score_json').notNull(),
    warningsJson: text('warnings_json').notNull(),
    createdAtMs: integer('created_at_ms').notNull(),
  },
  (table) => [primaryKey({ columns: [table.pieceId, table.revision] })],
);

export const arrangements = sqliteTable('arrangements', {
  id: text('id').primaryKey(),
  pieceId: text('piece_id')
    .notNull()
    .references(() => pieces.id),
  sourceRevision: integer('source_revision').notNull(),
  name: text('name').notNull(),
  documentJson: text('document_json').notNull(),
  revision: integer('revision').notNull(),
  createdAtMs: integer('created_at_ms').notNull(),
  updatedAtMs: integer('updated_at_ms').notNull(),
});

export const arrangementHistory = sqliteTable(
  'arrangement_history',
  {
    arrangementId: text('arrangement_id')
      .notNull()
      .references(() => arrangements.id),
    /** The revision that the step led to. */
    revision: integer('revision').notNull(),
    idempotencyKey: text('idempotency_key').notNull(),
    stepJson: text('step_json').notNull(),
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
  pedal: text('pedal').notNull().default('yes'),
  voiceLowest: integer('voice_lowest'),
  voiceHighest: integer('voice_highest'),
  voiceComfortLowest: integer('voice_comfort_lowest'),
  voiceComfortHighest: integer('voice_comfort_highest'),
  rung: integer('rung').notNull(),
  countingStyle: text('counting_style').notNull(),
  fingeringStyle: text('fingering_style').notNull().default('smooth'),
  fingerNames: text('finger_names').notNull().default('numbers'),
  readsJson: text('reads_json').notNull().default('["treble","bass"]'),
  knownKeys: text('known_keys').notNull().default(''),
  knownChords: text('known_chords').notNull().default(''),
  notes: text('notes').notNull(),
  createdAtMs: integer('created_at_ms').notNull(),
});

export const editions = sqliteTable(
  'editions',
  {
    id: text('id').primaryKey(),
    arrangementId: text('arrangement_id')
      .notNull()
      .references(() => arrangements.id),
    number: integer('number').notNull(),
    arrangementRevision: integer('arrangement_revision').notNull(),
    /** The arranged result as printed; later changes of program or rules never touch it. */
    frozenJson: text('frozen_json').notNull(),
    createdAtMs: integer('created_at_ms').notNull(),
  },
  (table) => [uniqueIndex('editions_number').on(table.arrangementId, table.number)],
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
  },
  (table) => [uniqueIndex('assignments_once').on(table.editionId, table.learnerId)],
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
    stage: text('stage').notNull(),
    kind: text('kind').notNull(),
    tempoBpm: integer('tempo_bpm'),
    onDay: integer('on_day').notNull(),
    correctsId: text('corrects_id'),
    createdAtMs: integer('created_at_ms').notNull(),
  },
  (table) => [index('practice_entries_assignment').on(table.assignmentId)],
);

/** The studio's own choices, one record a subject; what is not here is as the program comes. */
export const studioSettings = sqliteTable('studio_settings', {
  subject: text('subject').primaryKey(),
  valueJson: text('value_json').notNull(),
  updatedAtMs: integer('updated_at_ms').notNull(),
});
