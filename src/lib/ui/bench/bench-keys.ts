import { tinykeys } from 'tinykeys';
import type { BenchSession } from './bench-session.svelte';

/** What each key does on the Bench; the help sheet is written from the same list. */
export const BENCH_KEYS = [
  { keys: '← →', does: 'the note before or after in the same hand' },
  { keys: '↑ ↓', does: 'over to the right hand, or to the left' },
  { keys: '1 – 5', does: 'pin this finger on the selected note' },
  { keys: 'Backspace', does: 'unpin the finger' },
  { keys: 'Shift + ← →', does: 'select more or fewer measures' },
  { keys: 'X', does: 'the next left hand for the selected measures' },
  { keys: 'P', does: 'play from the selection, or stop' },
  { keys: 'Ctrl + Z', does: 'undo' },
  { keys: 'Ctrl + Shift + Z', does: 'redo' },
  { keys: 'Esc', does: 'select nothing' },
  { keys: '?', does: 'show these keys' },
] as const;

/** Binds the Bench's keys while it is open; typing in a field or an open list is left alone. */
export function bindBenchKeys(
  bench: BenchSession,
  actions: { readonly showHelp: () => void; readonly togglePlaying: () => void },
): () => void {
  const on = (action: () => void) => (event: KeyboardEvent) => {
    const target = event.target as HTMLElement;
    if (target.closest('input, textarea, select, [role="listbox"], [role="dialog"]')) return;
    event.preventDefault();
    action();
  };
  return tinykeys(window, {
    ArrowRight: on(() => bench.stepNote(1)),
    ArrowLeft: on(() => bench.stepNote(-1)),
    ArrowUp: on(() => bench.switchHand(0)),
    ArrowDown: on(() => bench.switchHand(1)),
    'Shift+ArrowRight': on(() => bench.extendRange(1)),
    'Shift+ArrowLeft': on(() => bench.extendRange(-1)),
    ...Object.fromEntries(
      [1, 2, 3, 4, 5].map((finger) => [String(finger), on(() => bench.pinFinger(finger))]),
    ),
    Backspace: on(() => bench.unpinFinger()),
    x: on(() => bench.cycleTexture()),
    '$mod+z': on(() => bench.undo()),
    '$mod+Shift+Z': on(() => bench.redo()),
    '$mod+y': on(() => bench.redo()),
    Escape: on(() => bench.clearSelection()),
    p: on(actions.togglePlaying),
    'Shift+?': on(actions.showHelp),
  });
}
