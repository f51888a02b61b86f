import { z } from 'zod';
import type { Markings } from '$lib/core/engrave/source';
import type { EditionRecord } from '$lib/server/editions';
import { FINGER_NAMES, type FingerNames } from '$lib/core/learner/reading';
import { remembered } from '../parts/remembered';
import { Arranger } from '../workers/arranger';
import type { Engraver } from '../workers/engraver';
import { paginate } from './paginate';

export const PAPERS = {
  a4: { label: 'A4', widthMm: 210, heightMm: 297 },
  letter: { label: 'Letter', widthMm: 216, heightMm: 279 },
} as const;
export type PaperName = keyof typeof PAPERS;

interface PrintedLine {
  readonly from: number;
  readonly svg: string;
  readonly heightMm: number;
}

/** Millimetres taken from a sheet's edges, and by the title and the foot. Matches the sheet's padding. */
const EDGES_MM = { sides: 28, topAndBottom: 23, title: 24, foot: 8, betweenLines: 3.2 } as const;
/** Millimetres that a half staff space takes on paper: normal, and large for young readers. */
const HALF_SPACE_MM = { normal: 0.88, large: 1.2 } as const;
const UNIT = 9;

/** What is a matter of paper and learner, as it was last chosen. */
const PRINTING = remembered(
  'handout',
  z.object({
    paper: z.enum(Object.keys(PAPERS) as [PaperName, ...PaperName[]]),
    isLarge: z.boolean(),
    fingerNames: z.enum(['none', ...(Object.keys(FINGER_NAMES) as FingerNames[])]),
    showsPictures: z.boolean(),
    showsCues: z.boolean(),
  }),
  { paper: 'a4', isLarge: false, fingerNames: 'none', showsPictures: false, showsCues: false } as const,
);

/** Choices and pages of one printed edition; the choices are kept for the next time in this browser. */
export class HandoutSession {
  paper = $state<PaperName>('a4');
  isLarge = $state(false);
  showsFingers = $state(true);
  showsCounts = $state(true);
  showsChords = $state(true);
  showsPedal = $state(true);
  fingerNames = $state<FingerNames | 'none'>('none');
  showsPictures = $state(false);
  showsCues = $state(false);
  pages = $state.raw<readonly (readonly PrintedLine[])[]>([]);
  problem = $state('');
  readonly size = $derived(PAPERS[this.paper]);
  readonly markings = $derived<Markings>({
    fingers: this.showsFingers,
    counts: this.showsCounts,
    chordSymbols: this.showsChords,
    lyrics: true,
    pedal: this.showsPedal,
  });
  readonly #arranger = new Arranger();
  #abort: AbortController | null = null;

  readonly #engraver: Engraver;

  constructor(
    private readonly edition: EditionRecord,
    engraver: Engraver,
  ) {
    this.#engraver = engraver;
    this.showsCounts = edition.frozen.recipe.counts === 'shown';
    this.showsFingers = edition.frozen.recipe.fingers !== 'hidden';
    this.showsChords = edition.frozen.recipe.chordSymbols === 'shown';
    const kept = PRINTING.read();
    this.paper = kept.paper;
    this.isLarge = kept.isLarge;
    this.fingerNames = kept.fingerNames;
    this.showsPictures = kept.showsPictures;
    this.showsCues = kept.showsCues;
  }

  /** Keeps what is a matter of paper and learner; what is printed with the notes follows the edition. */
  remember(): void {
    const { paper, isLarge, fingerNames, showsPictures, showsCues } = this;
    PRINTING.write({ paper, isLarge, fingerNames, showsPictures, showsCues });
  }

  async layOut(paper: PaperName, isLarge: boolean, markings: Markings): Promise<void> {
    this.#abort?.abort();
    const abort = new AbortController();
    this.#abort = abort;
    const { widthMm, heightMm } = PAPERS[paper];
    const halfSpaceMm = isLarge ? HALF_SPACE_MM.large : HALF_SPACE_MM.normal;
    const lineMm = widthMm - EDGES_MM.sides;
    const unitsPerMm = UNIT / halfSpaceMm;
    const options = { pageWidth: Math.round(lineMm * unitsPerMm), unit: UNIT };
    try {
      const { score, counts } = this.edition.frozen;
      const lineWidth = Math.round(((options.pageWidth - 56) / (UNIT * 2)) * 10);
      const plans = await this.#arranger.layOut(score, counts, {
        lineWidth,
        mostMeasures: isLarge ? 4 : 5,
        markings,
      });
      const engraved = await Promise.all(
        plans.map((plan, index) => this.#engraver.engrave(plan.mei, options, index, abort.signal)),
      );
      if (abort.signal.aborted) return;
      const lines = engraved.flatMap((system, index): PrintedLine[] =>
        system
          ? [{ from: plans[index]!.range.from, svg: system.svg, heightMm: system.height / unitsPerMm }]
          : [],
      );
      const room = heightMm - EDGES_MM.topAndBottom - EDGES_MM.foot;
      this.pages = paginate(
        lines,
        { firstPage: room - EDGES_MM.title, otherPages: room, between: EDGES_MM.betweenLines },
        (line) => line.heightMm,
      );
      this.problem = '';
    } catch {
      this.problem = 'The pages could not be laid out. Load the page again.';
    }
  }

  dispose(): void {
    this.#abort?.abort();
    this.#arranger.stop();
  }
}
