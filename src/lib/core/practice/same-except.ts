import { z } from 'zod';
import { notesByMeasure } from '../score/by-measure';
import { midiOf } from '../pitch/pitch';
import type { Score, Section } from '../score/model';

export const sameExceptSchema = z.object({
  /** The earlier section that it is like, by id. */
  of: z.string(),
  /** Measures that differ, ordinals; none where only the words do. */
  odd: z.array(z.int()),
});

export type SameExcept = Readonly<z.infer<typeof sameExceptSchema>>;

/** With fewer equal measures than this share, in hundredths, a section is another one. */
const ALIKE_SHARE = 50;

/**
 * Sections that are an earlier one again but for some measures: the same keys, lengths and fingers elsewhere. What is sung may
 * differ. By the section's id. O(sections² × measures).
 */
export function sectionsSameExcept(
  { notes, measures }: Pick<Score, 'notes' | 'measures'>,
  sections: readonly Section[],
): Readonly<Record<string, SameExcept>> {
  const codes = notesByMeasure(notes, measures.length).map((own, index) =>
    JSON.stringify(
      own.map(({ staff, at, duration, pitch, finger, tieTo }) => [
        ...[staff, at - measures[index]!.start, duration, midiOf(pitch), finger, tieTo !== null],
      ]),
    ),
  );
  const oddIn = (section: Section, of: Section): readonly number[] =>
    Array.from({ length: section.to - section.from + 1 }, (_, place) => place)
      .filter((place) => codes[section.from + place] !== codes[of.from + place])
      .map((place) => section.from + place);
  return Object.fromEntries(
    sections.flatMap((section, index) => {
      const length = section.to - section.from + 1;
      const [best] = sections
        .slice(0, index)
        .filter((of) => of.to - of.from + 1 === length)
        .map((of) => ({ of: of.id, odd: [...oddIn(section, of)] }))
        .sort((a, b) => a.odd.length - b.odd.length);
      return best && (length - best.odd.length) * 100 >= ALIKE_SHARE * length ? [[section.id, best]] : [];
    }),
  );
}
