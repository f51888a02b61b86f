import { z } from 'zod';
import type { ImportWarning } from '../score/import-warning';
import { keyLabel } from '../pitch/key';
import { midiOf, pitchName } from '../pitch/pitch';
import { PART_USES, type Score } from '../score/model';
import { suggestUses } from '../score/roles';
import { isPickup, timeLabel } from '../score/time';
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
  warnings: warningsSchema,
});

export type ScoreSummary = Readonly<z.infer<typeof summarySchema>>;

export function summarise(score: Score, warnings: readonly ImportWarning[], format: string): ScoreSummary {
  const times = [...new Set(score.measures.map((measure) => timeLabel(measure.time)))];
  return {
    title: score.title,
    composer: score.composer,
    rights: score.rights,
    format,
    key: keyLabel(findKey(score).key),
    time: times.slice(0, 3).join(', ') + (times.length > 3 ? ' …' : ''),
    hasPickup: isPickup(score.measures),
    measures: score.measures.length,
    notes: score.notes.filter((note) => !note.grace).length,
    parts: score.parts.map((part) => part.name || part.id),
    staves: staffSummaries(score),
    hasLeftHand: score.parts.some((part) => part.staves >= 2),
    chordSymbols: score.chords.length,
    warnings,
  };
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
