import type { HandSize } from '../hands/reach';
import { slotOf } from '../score/ids';
import { keysOf, type Run, type RunTouch } from './runs';

/** A broken figure is not held together: it may be so much wider than the hand, in semitones. */
const PAST_REACH = 2;
const MOST_KEYS = 5;

/**
 * Figures are shapes: the touches of a pattern inside one chord become one, with all their keys, so that every key keeps its
 * finger to the last note and the hand moves as a block when the chord changes. A low bass too far below its chord is a shape
 * of its own. What the program did not make from a chord stays as it is. O(touches).
 */
export function foldFigures(run: Run, size: HandSize): Run {
  const widest = size[run.hand].largest + PAST_REACH;
  const folded: RunTouch[] = [];
  let slot: string | null = null;
  let shapes: number[] = [];
  for (const touch of run.touches) {
    const own = slotOfTouch(touch);
    if (own === null || own !== slot) shapes = [];
    slot = own;
    if (own === null) {
      folded.push(touch);
      continue;
    }
    const keys = keysOf(touch.struck);
    const known = shapes.find((at) => keys.every((key) => keysOf(folded[at]!.struck).includes(key)));
    const last = shapes.at(-1);
    const isNear = last !== undefined && fitsTogether([...keysOf(folded[last]!.struck), ...keys], widest);
    const into = known ?? (isNear ? last : undefined);
    if (into === undefined) {
      shapes.push(folded.length);
      folded.push({ ...touch, held: [] });
    } else {
      const shape = folded[into]!;
      folded[into] = {
        ...shape,
        struck: [...shape.struck, ...touch.struck],
        isFigure: true,
        lastKey: touch.lastKey,
        chords: [...shape.chords, ...touch.chords],
      };
    }
  }
  return folded.length === run.touches.length ? run : { ...run, touches: folded };
}

function slotOfTouch({ struck, held, isHeldOn }: RunTouch): string | null {
  const slot = struck[0] ? slotOf(struck[0].id) : null;
  if (slot === null || isHeldOn) return null;
  return [...struck, ...held].every((note) => slotOf(note.id) === slot) ? slot : null;
}

function fitsTogether(keys: readonly number[], widest: number): boolean {
  return new Set(keys).size <= MOST_KEYS && Math.max(...keys) - Math.min(...keys) <= widest;
}
