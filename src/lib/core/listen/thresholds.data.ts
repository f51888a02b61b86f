/** Where hearing draws its lines; milliseconds unless their names say otherwise. */
export const THRESHOLDS = {
  /** Onsets within this are one moment of both hands. */
  momentMs: 45,
  /** At the median of a measure. */
  handsApartMs: 60,
  /** Early or late: from this share of the local beat, or so many milliseconds, the larger. */
  offBeatShare: 0.2,
  offBeatMs: 90,
  /** A gap so many times what the local pulse makes of it. */
  stopFactor: 1.6,
  /** Beats over which the local pulse is felt. */
  pulseBeats: 4,
  /** Another key within so many semitones in the same place is a wrong note; else one is missing and one too many. */
  wrongWithinSemitones: 7,
  pedalLateMs: 150,
  blurredMs: 120,
  /** Held or let go so much otherwise than written, at least, and by which share of the rest or the note. */
  heldMs: 150,
  heldShare: 0.5,
  letGoShare: 0.6,
  detachedShare: 0.9,
  /** The tune is drowned where what goes with it is louder by so many steps of velocity. */
  drownedBy: 4,
} as const;

/** Prices of the ways through a score, in notes: one that was played and is not there costs 1. */
export const PRICES = {
  extra: 1.05,
  wrong: 1,
  octaveOff: 0.6,
  missing: 0.5,
  skippedNote: 0.9,
  /** More of the same moment, a little later: a hand that comes after the other, a chord that is rolled. */
  more: 0.15,
  /** Going on at another place: at the beginning of a measure, or anywhere. */
  jumpToMeasure: 1.9,
  jumpAnywhere: 3.3,
  jumpForward: 0.2,
  jumpPerMeasure: 0.06,
  startElsewhere: 2.5,
  startAnywhere: 4,
  /** At most for a step whose length does not fit the pulse at all; what strays by less than a third is free. */
  offPulse: 0.35,
  offPulseFree: 0.4,
} as const;
