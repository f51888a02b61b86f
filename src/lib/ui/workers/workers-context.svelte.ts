import { getContext, onDestroy, onMount, setContext } from 'svelte';
import { Arranger } from './arranger';
import { Engraver } from './engraver';
import type { WorkerLink } from './worker-link.svelte';

const KEY = Symbol('workers');

/** The workers of the application: one engraver for all pages, and an arranger for each page that needs one. */
export class Workers {
  /** Links that are looked after: what is wrong with one is said on every page. */
  links = $state.raw<readonly WorkerLink<never>[]>([]);
  readonly troubled = $derived(this.links.filter(({ state }) => state !== 'answering'));
  #engraver: Engraver | null = null;

  /** It takes a second to start, so it is started once, when a page first needs it. */
  get engraver(): Engraver {
    if (!this.#engraver) {
      this.#engraver = new Engraver();
      this.#watch(this.#engraver.link);
    }
    return this.#engraver;
  }

  arranger(): Arranger {
    const arranger = new Arranger();
    this.#watch(arranger.link);
    return arranger;
  }

  forget(link: unknown): void {
    this.links = this.links.filter((each) => each !== link);
  }

  #watch(link: unknown): void {
    this.links = [...this.links, link as WorkerLink<never>];
  }
}

export function provideWorkers(): Workers {
  return setContext(KEY, new Workers());
}

/** The engraver of the application; call while a component is made. It starts once the page stands. */
export function useEngraver(): Engraver {
  const { engraver } = getContext<Workers>(KEY);
  onMount(() => engraver.link.wake());
  return engraver;
}

/** An arranger for this page, ended with it; call while a component is made. It starts once the page stands. */
export function useArranger(): Arranger {
  const workers = getContext<Workers>(KEY);
  const arranger = workers.arranger();
  onMount(() => arranger.link.wake());
  onDestroy(() => {
    workers.forget(arranger.link);
    arranger.stop();
  });
  return arranger;
}
