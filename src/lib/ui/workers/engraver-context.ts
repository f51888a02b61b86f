import { getContext, setContext } from 'svelte';
import { Engraver } from './engraver';

const KEY = Symbol('engraver');

/** Gives all pages one engraver: it takes a second to start, so it is started once, when a page first needs it. */
export function provideEngraver(): void {
  let engraver: Engraver | null = null;
  setContext(KEY, () => (engraver ??= new Engraver()));
}

/** The engraver of the application; call while a component is made, in the browser. */
export function useEngraver(): Engraver {
  return getContext<() => Engraver>(KEY)();
}
