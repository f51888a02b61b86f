import type { EngravedSystem, EngraveOptions } from '../engrave/line';
import type { SystemRange } from '../engrave/source';
import type { Edition } from '../handout/edition';
import { PAPERS } from '../handout/papers.data';
import type { SheetChoices } from '../handout/sheet-choices';
import { SHEETS, type SheetId } from '../handout/sheets.data';
import type { FingerNames } from '../learner/reading';
import { Flow } from './flow';

/** What a handout is made of and for whom. */
export interface SheetTask {
  readonly title: string;
  readonly editionNumber: number;
  readonly edition: Edition;
  readonly choices: SheetChoices;
  /** The measures that are handed out; absent: all of them. */
  readonly spans?: readonly SystemRange[];
  /** As the studio writes it. */
  readonly date: string;
  readonly learner: {
    readonly name: string;
    readonly fingerNames: FingerNames;
    /** Thumb to little finger, the largest, in semitones. */
    readonly reach: { readonly left: number; readonly right: number };
  } | null;
  /** What is set for the week. */
  readonly tasks: readonly {
    readonly sentence: string;
    readonly minutes: number;
    /** Tempos of its ladder, the lowest first; empty where it has none. */
    readonly tempos: readonly number[];
  }[];
}

/** Draws a line of music; where it is done is the caller's affair. */
export type Engrave = (mei: string, options: EngraveOptions) => EngravedSystem;

export function startSheet(id: SheetId, { choices }: SheetTask): Flow {
  const { widthMm, heightMm } = PAPERS[choices.paper];
  return new Flow(SHEETS[id].label, widthMm, heightMm);
}

/** A piece that nobody is asked to reach farther for than this. */
export const USUAL_REACH = { left: 15, right: 15 } as const;
