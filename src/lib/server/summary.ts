import { findKey } from '../core/analyse/key';
import type { ImportWarning } from '../core/formats/result';
import { keyLabel } from '../core/pitch/key';
import { midiOf, pitchName } from '../core/pitch/pitch';
import type { PartUse, Score } from '../core/score/model';
import { suggestUses } from '../core/score/roles';
import { isPickup, timeLabel } from '../core/score/time';

/** A staff of the file, for choosing what it is for. */
export interface StaffSummary {
  readonly part: number;
  readonly staff: number;
  readonly name: string;
  readonly notes: number;
  readonly lowest: string;
  readonly highest: string;
  readonly hasWords: boolean;
  readonly use: PartUse;
}

/** What a teacher sees of a file before it is kept. */
export interface ScoreSummary {
  readonly title: string;
  readonly composer: string;
  readonly rights: string;
  readonly format: string;
  readonly key: string;
  readonly time: string;
  readonly hasPickup: boolean;
  readonly measures: number;
  readonly notes: number;
  readonly parts: readonly string[];
  readonly staves: readonly StaffSummary[];
  readonly hasLeftHand: boolean;
  readonly chordSymbols: number;
  readonly warnings: readonly ImportWarning[];
}

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
  return suggestUses(score.parts).flatMap((uses, part) =>
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
