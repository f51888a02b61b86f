import type { PracticeEntry } from './register';

/** A section as an edition has it, and what tells whether its music and fingers are the same as another's. */
export interface PrintedSection {
  readonly id: string;
  readonly print: string;
}

/** For each section of a new edition the one of the edition before whose music and fingers are the same; others are left out. */
export function sameSections(
  before: readonly PrintedSection[],
  now: readonly PrintedSection[],
): ReadonlyMap<string, string> {
  const same = new Map<string, string>();
  const taken = new Set<string>();
  const take = (section: PrintedSection, twin: PrintedSection | undefined) => {
    if (!twin) return;
    same.set(section.id, twin.id);
    taken.add(twin.id);
  };
  const twinsOf = ({ print }: PrintedSection) =>
    before.filter((each) => each.print === print && !taken.has(each.id));
  // Sections that repeat one another have the same music: each takes the one in its own place first.
  for (const section of now)
    take(
      section,
      twinsOf(section).find(({ id }) => id === section.id),
    );
  for (const section of now) if (!same.has(section.id)) take(section, twinsOf(section)[0]);
  return same;
}

/**
 * The entries of an edition that was taken over, as entries of the sections of the new one that have the same music and
 * fingers, marked with the edition on which they were earned. What was learned on a section that changed is not carried.
 */
export function carryEntries(
  entries: readonly PracticeEntry[],
  same: ReadonlyMap<string, string>,
  editionNumber: number,
): readonly PracticeEntry[] {
  const nowOf = new Map([...same].map(([now, before]) => [before, now]));
  return [...same].flatMap(([now, before]) =>
    entries
      .filter((entry) => entry.sectionId === before)
      .flatMap((entry) => {
        // A stretch holds as far as its last section is still the same.
        const throughId = entry.throughId === null ? null : nowOf.get(entry.throughId);
        return throughId === undefined
          ? []
          : [{ ...entry, sectionId: now, throughId, earnedOn: editionNumber }];
      }),
  );
}
