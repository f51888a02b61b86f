import type { Grace } from '../core/score/model';
import { ticks } from '../core/units';

/** A note before the beat, which nothing counts, weighs or pedals. */
export const GRACE: Grace = { order: 0, written: ticks(1_260), hasSlash: true };
