import { z } from 'zod';
import type { ImportWarning } from '../score/import-warning';
import { chordName } from '../pitch/chord';
import { keyLabel, type Key } from '../pitch/key';
import { midiOf, pitchName } from '../pitch/pitch';
import { PART_USES, type Score } from '../score/model';
import { suggestUses } from '../score/roles';
import { isPickup, timeLabel } from '../score/time';
import { nameChords } from './chords';
import { findKey } from './find-key';

/** A staff of the file, for choosing what it is for. */
const staffSummarySchema = z.object({
  part: z.int(),
  staff: z.int(),
  name: z.string(),
  notes: z.int(),
  lowest: z.string(),
  highest: z.string(),
  hasWords: z.boolean(),
  use: z.enum(PART_USES),
});

export type StaffSummary = Readonly<z.infer<typeof staffSummarySchema>>;

export const warningsSchema = z
  .array(
    z.object({
      message: z.string(),
      measures: z.array(z.string()).readonly(),
      spots: z
        .array(z.object({ line: z.int(), column: z.int() }))
        .readonly()
        .optional(),
    }),
  )
  .readonly();

/** What a teacher sees of a file before it is kept, and what lists say of a piece. */
export const summarySchema = z.object({
  title: z.string(),
  composer: z.string(),
  rights: z.string(),
  format: z.string(),
  key: z.string(),
  time: z.string(),
  hasPickup: z.boolean(),
  measures: z.int(),
  notes: z.int(),
  parts: z.array(z.string()),
  staves: z.array(staffSummarySchema).readonly(),
  hasLeftHand: z.boolean(),
  chordSymbols: z.int(),
  /** Names of the chords that come in it, each once, in the order in which they come first. */
  chords: z.array(z.string()).readonly(),
  warnings: warningsSchema,
});

export type ScoreSummary = Readonly<z.infer<typeof summarySchema>>;

export function summarise(score: Score, warnings: readonly ImportWarning[], format: string): ScoreSummary {
  const times = [...new Set(score.measures.map((measure) => timeLabel(measure.time)))];
  const { key } = findKey(score);
  return {
    title: score.title,
    composer: score.composer,
    rights: score.rights,
    format,
    key: keyLabel(key),
    time: times.slice(0, 3).join(', ') + (times.length > 3 ? ' …' : ''),
    hasPickup: isPickup(score.measures),
    measures: score.measures.length,
    notes: score.notes.filter((note) => !note.grace).length,
    parts: score.parts.map((part) => part.name || part.id),
    staves: staffSummaries(score),
    hasLeftHand: score.parts.some((part) => part.staves >= 2),
    chordSymbols: score.chords.length,
    chords: chordsIn(score, key),
    warnings,
  };
}

/** Naming chords from the notes takes its time; a piece longer than this is not looked for by its chords. */
const MOST_MEASURES = 400;

function chordsIn(score: Score, key: Key): readonly string[] {
  const symbols =
    score.chords.length > 0 || score.measures.length > MOST_MEASURES
      ? score.chords
      : nameChords(score, key).map(({ symbol }) => symbol);
  return [...new Set(symbols.flatMap(({ chord }) => (chord.kind === 'chord' ? [chordName(chord)] : [])))];
}

function staffSummaries(score: Score): readonly StaffSummary[] {
  return suggestUses(score).flatMap((uses, part) =>
    uses.map((use, staff): StaffSummary => {
      const notes = score.notes.filter((note) => note.part === part && note.staff === staff);
      const sorted = [...notes].sort((a, b) => midiOf(a.pitch) - midiOf(b.pitch));
      const { name, id, staves } = score.parts[part]!;
      const place =
        staves === 1
          ? ''
          : staff === 0
            ? ', upper staff'
            : staff === 1
              ? ', lower staff'
              : `, staff ${staff + 1}`;
      return {
        part,
        staff,
        name: (name || id) + place,
        notes: notes.length,
        lowest: sorted[0] ? pitchName(sorted[0].pitch) : '',
        highest: sorted.at(-1) ? pitchName(sorted.at(-1)!.pitch) : '',
        hasWords: notes.some((note) => note.lyrics.length > 0),
        use,
      };
    }),
  );
}
