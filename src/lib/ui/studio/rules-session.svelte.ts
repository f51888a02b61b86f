import { api } from '../api/api';
import type { Rung } from '$lib/core/limits/registry';
import type { HouseTextures } from '$lib/core/textures/house';
import { rulesSchema, type ArrangingRules } from '$lib/core/ladder/rules';
import type { GeneratedTexture, RegisterWindow } from '$lib/core/document/choices/textures.data';

/** The studio's ladder while it is being edited: what is wrong with it, saving, undo of everything, and reset. */
export class RulesSession {
  rules = $state.raw<ArrangingRules>() as ArrangingRules;
  saved = $state.raw<ArrangingRules>() as ArrangingRules;
  state = $state<'idle' | 'saving' | 'saved' | 'failed'>('idle');
  readonly isChanged = $derived(JSON.stringify(this.rules) !== JSON.stringify(this.saved));
  /** What is wrong, by the path of the field: `rungs.0.load`. */
  readonly faults = $derived.by((): ReadonlyMap<string, string> => {
    const outcome = rulesSchema.safeParse(this.rules);
    if (outcome.success) return new Map();
    return new Map(outcome.error.issues.map((issue) => [issue.path.join('.'), issue.message]));
  });

  constructor(rules: ArrangingRules) {
    this.rules = rules;
    this.saved = rules;
  }

  setRung(index: number, change: Partial<Rung>): void {
    const rungs = this.rules.rungs.map((rung, each) => (each === index ? { ...rung, ...change } : rung));
    this.rules = { ...this.rules, rungs };
    this.state = 'idle';
  }

  setHouse(index: number, change: Partial<HouseTextures>): void {
    const house = this.rules.house.map((own, each) => (each === index ? { ...own, ...change } : own));
    this.rules = { ...this.rules, house };
    this.state = 'idle';
  }

  setWindow(texture: GeneratedTexture, window: RegisterWindow | null): void {
    const windows = { ...this.rules.windows };
    if (window) windows[texture] = window;
    else delete windows[texture];
    this.rules = { ...this.rules, windows };
    this.state = 'idle';
  }

  /** A rung of the studio's own after another, like it to begin with. */
  addRung(after: number): void {
    const insert = <T>(list: readonly T[], make: (from: T) => T) => [
      ...list.slice(0, after + 1),
      make(list[after]!),
      ...list.slice(after + 1),
    ];
    this.rules = {
      ...this.rules,
      rungs: insert(this.rules.rungs, (rung) => ({ ...rung, name: `${rung.name}, more`.slice(0, 40) })),
      house: insert(this.rules.house, (house) => ({ ...house })),
    };
    this.state = 'idle';
  }

  removeRung(index: number): void {
    if (this.rules.rungs.length === 1) return;
    this.rules = {
      ...this.rules,
      rungs: this.rules.rungs.filter((_, each) => each !== index),
      house: this.rules.house.filter((_, each) => each !== index),
    };
    this.state = 'idle';
  }

  takeBack(): void {
    this.rules = this.saved;
    this.state = 'idle';
  }

  async save(): Promise<void> {
    if (this.faults.size > 0) return;
    await this.#take(api.keepRules(this.rules));
  }

  async reset(): Promise<void> {
    await this.#take(api.resetRules());
  }

  async #take(asked: ReturnType<typeof api.keepRules>): Promise<void> {
    this.state = 'saving';
    const answer = await asked;
    this.state = answer.ok ? 'saved' : 'failed';
    if (!answer.ok) return;
    this.rules = answer.value;
    this.saved = answer.value;
  }
}
