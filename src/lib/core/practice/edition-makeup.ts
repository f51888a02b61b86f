import { z } from 'zod';
import type { Edition } from '../handout/edition';
import { keyName } from '../pitch/key';
import { diatonicIndex } from '../pitch/pitch';
import { grouped } from '../score/grouped';
import { tempoOf } from '../score/tempo';
import { patternSchema, patternsOf } from './patterns';
import { sameExceptSchema, sectionsSameExcept } from './same-except';

/** What practising goes by of an edition, so that lists and plans need not read the whole of it. */
export const editionMakeupSchema = z.object({
  /** Quarters a minute, as printed. */
  tempoBpm: z.int(),
  rung: z.int(),
  hasLeft: z.boolean(),
  hasLeftChords: z.boolean(),
  hasPedal: z.boolean(),
  hasWords: z.boolean(),
  /** Sections with octaves or wide chords enough to count as strain, by id. */
  straining: z.array(z.string()),
  /** Name of the key, for its scale; null where it is not known. */
  key: z.string().nullable(),
  /** Printed numbers of the measures; empty or 0 for a pickup. */
  numbers: z.array(z.string()),
  /** What each section has that other pieces can have too, by id. */
  patterns: z.record(z.string(), z.array(patternSchema)),
  /** Sections that are an earlier one again but for some measures, by id. */
  sameExcept: z.record(z.string(), sameExceptSchema),
});

export type EditionMakeup = Readonly<z.infer<typeof editionMakeupSchema>>;

/** As an edition is taken whose makeup is not known. */
export const USUAL_MAKEUP: EditionMakeup = {
  tempoBpm: 80,
  rung: 3,
  hasLeft: true,
  hasLeftChords: true,
  hasPedal: true,
  hasWords: true,
  straining: [],
  key: null,
  numbers: [],
  patterns: {},
  sameExcept: {},
};

/** Octaves and more in one hand, so many a measure on average, ask for care. */
const WIDE_SEMITONES = 12;
const STRAINING_PER_MEASURE = 1;

/** What an edition has for its stages, and how fast it goes. O(notes). */
export function editionMakeup({
  score,
  sections,
  recipe,
  key,
}: Pick<Edition, 'score' | 'sections' | 'recipe' | 'key'>): EditionMakeup {
  const left = score.notes.filter((note) => note.staff === 1 && !note.grace);
  const onsets = grouped(
    score.notes.filter((note) => note.staff <= 1 && !note.grace),
    ({ staff, at }) => `${staff}/${at}`,
  );
  const isWide = (staff: number, at: number) => {
    const steps = (onsets.get(`${staff}/${at}`) ?? []).map(({ pitch }) => diatonicIndex(pitch));
    return Math.max(...steps) - Math.min(...steps) >= (WIDE_SEMITONES * 7) / 12;
  };
  const wide = [...new Map(score.notes.map((note) => [`${note.staff}/${note.at}`, note])).values()].filter(
    (note) => note.staff <= 1 && isWide(note.staff, note.at),
  );
  return {
    tempoBpm: Math.round(tempoOf(score)),
    rung: recipe.rung,
    hasLeft: left.length > 0,
    hasLeftChords: left.some((note) => (onsets.get(`1/${note.at}`)?.length ?? 0) > 1),
    hasPedal: score.marks.some(({ kind }) => kind === 'pedal'),
    hasWords: score.words.length > 0 || score.notes.some(({ lyrics }) => lyrics.length > 0),
    straining: sections
      .filter(
        ({ from, to }) =>
          wide.filter(({ measure }) => measure >= from && measure <= to).length >=
          STRAINING_PER_MEASURE * (to - from + 1),
      )
      .map(({ id }) => id),
    key: keyName(key),
    numbers: score.measures.map(({ number }) => number),
    patterns: Object.fromEntries(
      sections.map((section) => [section.id, [...patternsOf({ score }, section)]]),
    ),
    sameExcept: sectionsSameExcept(score, sections),
  };
}

/** A measure as it is spoken of. */
export function measureLabel(numbers: readonly string[], measure: number): string {
  const number = numbers[measure] ?? String(measure + 1);
  return number === '' || number === '0' ? 'the pickup' : `measure ${number}`;
}

/** What a section of a rung weighs, as far as the rung tells: the middle of its ceiling. */
export function usualLoad(rung: number): number {
  return [12, 22, 35, 48, 62, 75][Math.max(0, Math.min(5, rung - 1))]!;
}
