import { z } from 'zod';
import type { EngravedLine, FirstLines, PageLines } from '$lib/core/engrave/line';
import type { Markings } from '$lib/core/engrave/source';
import { handoutLayout, printsPlainChords } from '$lib/core/engrave/views';
import { PAPERS, type PaperName } from '$lib/core/handout/papers.data';
import type { EditionRecord } from '$lib/server/editions';
import { FINGER_NAMES, type FingerNames } from '$lib/core/learner/reading';
import { whenLinesCome } from '../engraving/first-lines';
import { tellWidth } from '../engraving/tell-width';
import { remembered } from '../parts/remembered';
import { useArranger } from '../workers/workers-context.svelte';
import type { Engraver } from '../workers/engraver';
import { paginate } from './paginate';

interface PrintedLine {
  readonly from: number;
  readonly svg: string;
  readonly heightMm: number;
}

/** Millimetres taken from a sheet's edges, and by the title and the foot. Matches the sheet's padding. */
const EDGES_MM = { topAndBottom: 23, title: 24, foot: 8, betweenLines: 3.2 } as const;
/** What is a matter of paper and learner, as it was last chosen. */
const PRINTING = remembered(
  'handout',
  z.object({
    fingerNames: z.enum(['none', ...(Object.keys(FINGER_NAMES) as FingerNames[])]),
    showsPictures: z.boolean(),
    showsCues: z.boolean(),
  }),
  { fingerNames: 'none', showsPictures: false, showsCues: false } as const,
);

/** Choices and pages of one printed edition; the choices are kept for the next time in this browser. */
export class HandoutSession {
  paper = $state<PaperName>('a4');
  isLarge = $state(false);
  showsFingers = $state(true);
  showsCounts = $state(true);
  showsChords = $state(true);
  /** The rung plays seventh chords as triads, and the edition says so. */
  arePlainChords = $state(false);
  showsPedal = $state(true);
  fingerNames = $state<FingerNames | 'none'>('none');
  showsPictures = $state(false);
  showsCues = $state(false);
  pages = $state.raw<readonly (readonly PrintedLine[])[]>([]);
  /** Whether every line is drawn; until then the first ones stand there. */
  areAllPages = $state(false);
  problem = $state('');
  readonly size = $derived(PAPERS[this.paper]);
  readonly markings = $derived<Markings>({
    fingers: this.showsFingers,
    counts: this.showsCounts,
    chordSymbols: this.showsChords,
    ...(this.arePlainChords ? { arePlainChords: true } : {}),
    lyrics: true,
    pedal: this.showsPedal,
  });
  readonly #arranger = useArranger();
  #abort: AbortController | null = null;

  constructor(
    private readonly edition: EditionRecord,
    private readonly engraver: Engraver,
    private readonly came: PageLines,
    /** On what this browser printed last. */
    sheet: { readonly paper: PaperName; readonly isLarge: boolean },
  ) {
    const { recipe } = edition.frozen;
    this.showsCounts = recipe.counts === 'shown';
    this.showsFingers = recipe.fingers !== 'hidden';
    this.showsChords = recipe.chordSymbols !== 'hidden';
    this.arePlainChords = printsPlainChords(recipe);
    this.paper = sheet.paper;
    this.isLarge = sheet.isLarge;
    const kept = PRINTING.read();
    this.fingerNames = kept.fingerNames;
    this.showsPictures = kept.showsPictures;
    this.showsCues = kept.showsCues;
    if (came.kept) this.#showFirst(came.kept);
  }

  /** Keeps what is a matter of paper and learner; what is printed with the notes follows the edition. */
  remember(): void {
    const { fingerNames, showsPictures, showsCues } = this;
    PRINTING.write({ fingerNames, showsPictures, showsCues });
  }

  async layOut(paper: PaperName, isLarge: boolean, markings: Markings): Promise<void> {
    this.#abort?.abort();
    const abort = new AbortController();
    this.#abort = abort;
    const { layout, options } = handoutLayout(paper, isLarge, markings);
    tellWidth('handout', `${paper}-${isLarge ? 'large' : 'normal'}`);
    this.areAllPages = false;
    try {
      void whenLinesCome(this.came, options, (first) => {
        if (!abort.signal.aborted && this.pages.length === 0) this.#showFirst(first);
      });
      const { score, counts } = this.edition.frozen;
      const plans = await this.#arranger.layOut(score, counts, layout);
      const engraved = await Promise.all(
        plans.map((plan, index) => this.engraver.engrave(plan.mei, options, index, abort.signal)),
      );
      if (abort.signal.aborted) return;
      this.#show(engraved.flatMap((system, index) => (system ? [{ plan: plans[index]!, system }] : [])));
      this.areAllPages = true;
      this.problem = '';
    } catch {
      this.problem = 'The pages could not be laid out. Load the page again.';
    }
  }

  #showFirst(first: FirstLines): void {
    this.engraver.takeOver(first);
    this.#show(first.lines);
  }

  #show(engraved: readonly EngravedLine[]): void {
    const { unitsPerMm } = handoutLayout(this.paper, this.isLarge, this.markings);
    const lines = engraved.map(({ plan, system }): PrintedLine => ({
      from: plan.range.from,
      svg: system.svg,
      heightMm: system.height / unitsPerMm,
    }));
    const room = this.size.heightMm - EDGES_MM.topAndBottom - EDGES_MM.foot;
    this.pages = paginate(
      lines,
      { firstPage: room - EDGES_MM.title, otherPages: room, between: EDGES_MM.betweenLines },
      (line) => line.heightMm,
    );
  }

  dispose(): void {
    this.#abort?.abort();
  }
}
