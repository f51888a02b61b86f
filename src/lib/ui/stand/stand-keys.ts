import { tinykeys } from 'tinykeys';

interface Does {
  readonly next: () => void;
  readonly before: () => void;
  readonly hear: () => void;
  readonly countIn: () => void;
  readonly clean: () => void;
  readonly again: () => void;
  readonly listen: () => void;
}

/** Keys of the stand. A page-turn pedal sends PageUp and PageDown, or arrows. */
export function standKeys(does: Does): () => void {
  const on = (action: () => void) => (event: KeyboardEvent) => {
    if ((event.target as HTMLElement).closest('input, button, a, select, [role="button"]')) return;
    event.preventDefault();
    action();
  };
  return tinykeys(window, {
    PageDown: on(does.next),
    PageUp: on(does.before),
    ArrowRight: on(does.next),
    ArrowLeft: on(does.before),
    Space: on(does.hear),
    p: on(does.hear),
    c: on(does.countIn),
    Enter: on(does.clean),
    a: on(does.again),
    l: on(does.listen),
  });
}
