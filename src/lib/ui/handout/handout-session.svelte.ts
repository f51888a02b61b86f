import { sheetChoicesSchema, type SheetChoices } from '$lib/core/handout/sheet-choices';
import { SHEET_IDS, type SheetId } from '$lib/core/handout/sheets.data';
import type { Printed } from '$lib/core/sheets/page';
import { api } from '../api/api';
import { remembered } from '../parts/remembered';

/** A choice of a moment is waited for before pages are made anew. */
const PAUSE_MS = 250;

export interface HandoutOpening {
  readonly editionId: string;
  readonly learnerId: string | null;
  readonly choices: SheetChoices;
}

/** Which sheets a handout has, in which order and how they are printed, and its pages. */
export class HandoutSession {
  choices = $state.raw<SheetChoices>() as SheetChoices;
  /** Every sheet there is, those that are printed among the others, in their order. */
  order = $state.raw<readonly SheetId[]>([]);
  printed = $state.raw<Printed | null>(null);
  isWorking = $state(false);
  problem = $state('');
  readonly #kept = remembered('handout-sheets', sheetChoicesSchema.nullable(), null);
  #abort: AbortController | null = null;
  #timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    readonly opening: HandoutOpening,
    kept: Printed | null,
  ) {
    this.printed = kept;
    this.choices = opening.choices;
    const { sheets } = opening.choices;
    this.order = [...sheets, ...SHEET_IDS.filter((id) => !sheets.includes(id))];
  }

  /** Waits for the pages where they were not at hand, and goes on with what this browser remembers. */
  async begin(coming: Promise<Printed | null> | null): Promise<void> {
    if (coming) {
      this.isWorking = true;
      this.printed = await coming;
      this.isWorking = false;
      if (!this.printed) this.problem = 'The pages could not be laid out. Load the page again.';
    }
    this.#takeRemembered();
  }

  /** Where it is for nobody in particular, this browser remembers what was chosen. */
  #takeRemembered(): void {
    const kept = this.opening.learnerId === null ? this.#kept.read() : null;
    if (!kept) return;
    const { sheets, paper, noteSize, measuresALine, octaves, handsApart = 'alone', largeWords } = kept;
    this.order = [...sheets, ...SHEET_IDS.filter((id) => !sheets.includes(id))];
    this.choose({ sheets, paper, noteSize, measuresALine, octaves, handsApart, largeWords });
  }

  choose(change: Partial<SheetChoices>): void {
    this.choices = { ...this.choices, ...change };
    if (this.opening.learnerId === null) this.#kept.write(this.choices);
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.#print(), PAUSE_MS);
  }

  toggle(id: SheetId): void {
    const { sheets } = this.choices;
    const isOn = sheets.includes(id);
    // A handout of nothing is none: the last sheet stays.
    if (isOn && sheets.length === 1) return;
    this.choose({ sheets: this.order.filter((each) => (each === id ? !isOn : sheets.includes(each))) });
  }

  reorder(order: readonly SheetId[]): void {
    this.order = order;
    this.choose({ sheets: order.filter((id) => this.choices.sheets.includes(id)) });
  }

  move(id: SheetId, by: 1 | -1): void {
    const at = this.order.indexOf(id);
    const to = at + by;
    if (to < 0 || to >= this.order.length) return;
    const order = [...this.order];
    [order[at], order[to]] = [order[to]!, order[at]!];
    this.reorder(order);
  }

  async #print(): Promise<void> {
    this.#abort?.abort();
    const abort = new AbortController();
    this.#abort = abort;
    this.isWorking = true;
    const { editionId, learnerId } = this.opening;
    const answer = await api.printPages(editionId, { learnerId, choices: this.choices }, abort.signal);
    if (abort.signal.aborted) return;
    this.isWorking = false;
    this.problem = answer.ok ? '' : answer.message;
    if (answer.ok) this.printed = answer.value;
  }

  /** The file of the pages as they are chosen. */
  async file(): Promise<Blob | null> {
    const { editionId, learnerId } = this.opening;
    const answer = await api.printFile(editionId, { learnerId, choices: this.choices });
    this.problem = answer.ok ? '' : answer.message;
    return answer.ok ? answer.value : null;
  }

  dispose(): void {
    clearTimeout(this.#timer);
    this.#abort?.abort();
  }
}
