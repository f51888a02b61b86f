/** Minutes of playing after which hands rest, by age; the last for those whose age is not known, too. */
export interface RestRule {
  readonly steps: readonly { readonly underAge: number; readonly afterMinutes: number }[];
  readonly adultAfterMinutes: number;
  /** Where strain is noted. */
  readonly strainedAfterMinutes: number;
  readonly restMinutes: number;
}

export const DEFAULT_RESTS: RestRule = {
  steps: [
    { underAge: 8, afterMinutes: 10 },
    { underAge: 12, afterMinutes: 15 },
    { underAge: 17, afterMinutes: 20 },
  ],
  adultAfterMinutes: 25,
  strainedAfterMinutes: 15,
  restMinutes: 2,
};

/** After how many minutes a learner rests. Ages count from the birth year, so a child may be taken for a year older, never younger. */
export function restAfterMinutes(
  birthYear: number | null,
  year: number,
  isStrained: boolean,
  rule: RestRule = DEFAULT_RESTS,
): number {
  // In the year of a birthday it may not have come yet.
  const age = birthYear === null ? Infinity : year - birthYear - 1;
  const byAge = rule.steps.find(({ underAge }) => age < underAge)?.afterMinutes ?? rule.adultAfterMinutes;
  return isStrained ? Math.min(byAge, rule.strainedAfterMinutes) : byAge;
}

/** The minutes that can be played within a sitting, its rests taken off. */
export function playingMinutes(
  minutes: number,
  afterMinutes: number,
  rule: RestRule = DEFAULT_RESTS,
): number {
  let playing = 0;
  let left = minutes;
  while (left > 0) {
    const turn = Math.min(left, afterMinutes);
    playing += turn;
    left -= turn + rule.restMinutes;
  }
  return playing;
}
