import { z } from 'zod';
import type { Edition } from '../handout/edition';
import type { HandName } from '../hands/hand';
import { chordName } from '../pitch/chord';
import { diatonicIndex, midiOf, pitchLabel } from '../pitch/pitch';
import { grouped } from '../score/grouped';
import type { Note, Section } from '../score/model';

/** What hands and ears can know from another piece. */
export const PATTERN_KINDS = ['progression', 'figure', 'position'] as const;

export const patternSchema = z.object({
  kind: z.enum(PATTERN_KINDS),
  /** Two sections with the same code have it in common. */
  code: z.string(),
  name: z.string(),
});

export type Pattern = Readonly<z.infer<typeof patternSchema>>;

/** So many chords in a row are a progression. */
const RUN_OF_CHORDS = 4;
/** Five neighbouring letters lie under five fingers. */
const POSITION_STEPS = 4;
/** Fewer onsets than this in a measure are no figure. */
const FIGURE_ONSETS = 3;

/**
 * What a section has that another piece can have too: its runs of four chords, by their symbols; the left hand's figure, where most of
 * its measures move alike, whatever the chord; and the place of a hand that stays within five letters. O(notes log notes).
 */
export function patternsOf(
  { score }: Pick<Edition, 'score'>,
  { from, to }: Pick<Section, 'from' | 'to'>,
): readonly Pattern[] {
  const isInside = ({ measure }: { readonly measure: number }) => measure >= from && measure <= to;
  const notes = score.notes.filter((note) => isInside(note) && note.staff <= 1 && !note.grace);
  return [
    ...progressions(score.chords.filter(isInside).map(({ chord }) => chordName(chord))),
    ...figure(notes.filter(({ staff }) => staff === 1)),
    ...position('right', notes),
    ...position('left', notes),
  ];
}

function progressions(names: readonly string[]): readonly Pattern[] {
  const changes = names.filter((name, index) => name !== names[index - 1]);
  const runs = changes
    .slice(0, Math.max(0, changes.length - RUN_OF_CHORDS + 1))
    .map((_, index) => changes.slice(index, index + RUN_OF_CHORDS));
  const codes = new Map(runs.map((run) => [run.join(' '), run]));
  return [...codes].map(([code, run]) => ({
    kind: 'progression',
    code,
    name: `the chords ${run.join(' ')}`,
  }));
}

function figure(notes: readonly Note[]): readonly Pattern[] {
  const byMeasure = grouped(notes, ({ measure }) => measure);
  const codes = [...byMeasure.values()].flatMap((own) => figureCode(own) ?? []);
  const counts = grouped(codes, (code) => code);
  const [usual] = [...counts.values()].sort((a, b) => b.length - a.length);
  if (!usual || usual.length * 2 <= byMeasure.size) return [];
  return [{ kind: 'figure', code: usual[0]!, name: 'the left hand’s figure' }];
}

/** When keys are struck in a measure, and which of its keys in order from the lowest: the same in every inversion. */
function figureCode(notes: readonly Note[]): string | null {
  const keys = [...new Set(notes.map(({ pitch }) => midiOf(pitch)))].sort((a, b) => a - b);
  const start = Math.min(...notes.map(({ at }) => at));
  const onsets = grouped(notes, ({ at }) => at);
  if (onsets.size < FIGURE_ONSETS) return null;
  return [...onsets]
    .sort(([a], [b]) => a - b)
    .map(
      ([at, members]) =>
        `${at - start}:${members
          .map(({ pitch }) => keys.indexOf(midiOf(pitch)))
          .sort((a, b) => a - b)
          .join('+')}`,
    )
    .join(' ');
}

function position(hand: HandName, notes: readonly Note[]): readonly Pattern[] {
  const own = notes.filter(({ staff }) => (staff === 0) === (hand === 'right'));
  const [lowest] = [...own].sort((a, b) => diatonicIndex(a.pitch) - diatonicIndex(b.pitch));
  if (!lowest) return [];
  const low = diatonicIndex(lowest.pitch);
  if (own.some(({ pitch }) => diatonicIndex(pitch) > low + POSITION_STEPS)) return [];
  const place = pitchLabel(lowest.pitch);
  return [{ kind: 'position', code: `${hand} ${place}`, name: `the ${hand} hand’s place from ${place}` }];
}
