import type { Mark } from './model';

/** The pedal that marks ask for, from down to up; `up` is null where the score never lifts it. A change ends one and begins the next. */
export function pedalSpans(
  marks: readonly Mark[],
): readonly { readonly down: number; readonly up: number | null }[] {
  const spans: { down: number; up: number | null }[] = [];
  let down: number | null = null;
  for (const mark of [...marks].sort((a, b) => a.at - b.at)) {
    if (mark.kind !== 'pedal') continue;
    if (down !== null && mark.action !== 'down') spans.push({ down, up: mark.at });
    // Asked for again while it is down, it stays down.
    if (mark.action === 'up') down = null;
    else if (down === null || mark.action === 'change') down = mark.at;
  }
  return down === null ? spans : [...spans, { down, up: null }];
}
