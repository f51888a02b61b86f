import type { Pin } from '$lib/core/document/pins/registry';

import { isSameList } from '$lib/core/score/same-list';
import { keepSame } from '$lib/workers/keep-same';

/** A list made anew again and again, whose entries stay the same records while they say the same. */
export class Steady<T> {
  #last: readonly T[] | undefined;

  of(now: readonly T[]): readonly T[] {
    this.#last = keepSame(this.#last, now);
    return this.#last;
  }
}

/** Pins of whole measures by measure of the source; the same map while they are the same pins. */
export class MeasurePins {
  #last: readonly Pin[] = [];
  #map: ReadonlyMap<number, readonly Pin[]> = new Map();

  of(pins: readonly Pin[]): ReadonlyMap<number, readonly Pin[]> {
    const own = pins.filter((pin) => 'measure' in pin);
    if (isSameList(own, this.#last)) return this.#map;
    const map = new Map<number, Pin[]>();
    for (const pin of own) map.set(pin.measure, [...(map.get(pin.measure) ?? []), pin]);
    this.#last = own;
    this.#map = map;
    return map;
  }
}
