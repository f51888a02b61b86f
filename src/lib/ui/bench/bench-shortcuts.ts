import { tinykeys } from 'tinykeys';
import { isAnsweredElsewhere } from '../parts/answered-elsewhere';
import type { BenchSession } from './bench-session.svelte';
import { VALUES } from './note-edits';

/** What each key does on the Bench; the help sheet is written from the same list. */
export const BENCH_KEYS = [
  { group: 'Going about', keys: '← →', does: 'the note before or after in the same hand' },
  { group: 'Going about', keys: '↑ ↓', does: 'over to the right hand, or to the left' },
  { group: 'Going about', keys: 'Shift + ← →', does: 'select more or fewer measures' },
  { group: 'Going about', keys: 'N, Shift + N', does: 'the next measure to mend, or the one before' },
  { group: 'Going about', keys: 'Enter', does: 'why this measure is so, and what else it could be' },
  { group: 'Going about', keys: 'Esc', does: 'stop what sounds; close the reasons; select nothing' },
  { group: 'Measures', keys: 'X', does: 'the next left hand for the selected measures' },
  { group: 'Measures', keys: '− +', does: 'make just these measures easier, or richer' },
  { group: 'Measures', keys: 'V', does: 'voice the chords of this measure by hand' },
  { group: 'Measures', keys: 'K', does: 'keep the tune of these measures whole' },
  { group: 'Measures', keys: 'T', does: 'settle these measures as they stand' },
  { group: 'Measures', keys: 'R', does: 'the same everywhere this measure repeats' },
  { group: 'Notes', keys: '1 – 5', does: 'pin this finger on the selected note' },
  { group: 'Notes', keys: 'Backspace', does: 'unpin the finger' },
  { group: 'Notes', keys: 'Alt + ↑ ↓', does: 'move the note a step; with Shift an octave' },
  { group: 'Notes', keys: 'W H Q E S', does: 'whole, half, quarter, eighth, sixteenth; . for a dot' },
  { group: 'Notes', keys: 'O', does: 'give the note to the other hand' },
  { group: 'Notes', keys: 'Delete', does: 'leave the note out' },
  { group: 'Notes', keys: 'A, Shift + A', does: 'add a note a third below, or above' },
  { group: 'Notes', keys: 'L, Shift + L', does: 'slur on to the next note; take the slur away' },
  { group: 'Notes', keys: 'D', does: 'detached, or not' },
  { group: 'Notes', keys: 'C', does: 'circle the note' },
  { group: 'Notes', keys: 'U', does: 'write the count at this note' },
  { group: 'Pedal', keys: 'G', does: 'the next way to pedal the selected measures' },
  { group: 'Pedal', keys: 'Z, Shift + Z', does: 'pedal down at the selected note; lift there' },
  { group: 'Pedal', keys: '← → on a point', does: 'move a pedal point to the moment before or after' },
  { group: 'Always', keys: 'P', does: 'play from the selection, or stop' },
  { group: 'Always', keys: 'Ctrl + Z', does: 'undo' },
  { group: 'Always', keys: 'Ctrl + Shift + Z', does: 'redo' },
  { group: 'Always', keys: '?', does: 'show these keys' },
] as const;

/** Binds the Bench's keys while it is open; typing in a field or an open list is left alone. */
export function bindBenchKeys(
  bench: BenchSession,
  actions: { readonly showHelp: () => void; readonly togglePlaying: () => void },
): () => void {
  const on = (action: () => void) => (event: KeyboardEvent) => {
    const target = event.target as HTMLElement;
    if (isAnsweredElsewhere(event)) return;
    // A focused button answers Enter itself, but a measure's cell stands for its measure.
    if (event.key === 'Enter' && target.closest('button, a') && !target.closest('[data-row]')) return;
    event.preventDefault();
    // Arrows would open a list that was chosen from before: whoever goes on in the music is no longer at the list.
    if (target.closest('[role="combobox"]')) bench.music?.focus({ preventScroll: true });
    bench.work.inOrder.do(action);
  };
  const { notes } = bench;
  return tinykeys(window, {
    ArrowRight: on(() => bench.selection.stepNote(1)),
    ArrowLeft: on(() => bench.selection.stepNote(-1)),
    ArrowUp: on(() => bench.selection.switchHand(0)),
    ArrowDown: on(() => bench.selection.switchHand(1)),
    'Shift+ArrowRight': on(() => bench.selection.extendRange(1)),
    'Shift+ArrowLeft': on(() => bench.selection.extendRange(-1)),
    'Alt+ArrowUp': on(() => notes.move('step-up')),
    'Alt+ArrowDown': on(() => notes.move('step-down')),
    'Alt+Shift+ArrowUp': on(() => notes.move('octave-up')),
    'Alt+Shift+ArrowDown': on(() => notes.move('octave-down')),
    ...Object.fromEntries([1, 2, 3, 4, 5].map((finger) => [String(finger), on(() => notes.finger(finger))])),
    ...Object.fromEntries(VALUES.map(({ letter, ticks }) => [letter, on(() => notes.value(ticks))])),
    '.': on(() => notes.dot()),
    Backspace: on(() => notes.unpinFinger()),
    Delete: on(() => notes.leaveOut()),
    o: on(() => notes.otherHand()),
    a: on(() => notes.add(-1)),
    'Shift+A': on(() => notes.add(1)),
    l: on(() => notes.slur()),
    'Shift+L': on(() => notes.removeSlur()),
    d: on(() => notes.detached()),
    c: on(() => notes.circle()),
    x: on(() => bench.measures.cycleTexture()),
    u: on(() => bench.selection.editCount()),
    g: on(() => bench.measures.cyclePedal()),
    z: on(() => bench.pedal.downAtNote()),
    'Shift+Z': on(() => bench.pedal.liftAtNote()),
    '-': on(() => bench.measures.ease(-1)),
    '+': on(() => bench.measures.ease(1)),
    'Shift++': on(() => bench.measures.ease(1)),
    '=': on(() => bench.measures.ease(1)),
    v: on(() => void bench.voicing.toggle()),
    k: on(() => bench.measures.toggleKeep()),
    t: on(() => notes.toggleSettled()),
    r: on(() => bench.measures.fixEverywhere()),
    n: on(() => bench.reasons.walkSnags(1)),
    'Shift+N': on(() => bench.reasons.walkSnags(-1)),
    Enter: on(() => void bench.reasons.toggle()),
    '$mod+z': on(() => bench.work.history.undo()),
    '$mod+Shift+Z': on(() => bench.work.history.redo()),
    '$mod+y': on(() => bench.work.history.redo()),
    Escape: on(() => bench.close()),
    p: on(actions.togglePlaying),
    'Shift+?': on(actions.showHelp),
  });
}
