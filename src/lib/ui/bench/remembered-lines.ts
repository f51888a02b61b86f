import type { EngravedSystem, EngraveOptions, SystemPlan } from '$lib/core/engrave/line';

/** Lines as they stood when an arrangement was last open, so that they are on the screen before anything is worked out. */
export interface RememberedLine {
  readonly plan: SystemPlan;
  readonly system: EngravedSystem;
}

type Store = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;

interface Kept {
  readonly id: string;
  /** What the lines were made from: they are shown only for the very same. */
  readonly madeFrom: string;
}

const INDEX = 'first-lines';
const MOST_ARRANGEMENTS = 12;
const slot = (id: string) => `${INDEX}/${id}`;

/** What lines depend on, as text to compare. */
export function madeFrom(version: string, document: unknown, whom: unknown, options: EngraveOptions): string {
  return JSON.stringify([version, document, whom, options]);
}

/** The lines remembered for an arrangement; none when it has changed since, or was never open here. */
export function recallLines(store: Store, id: string, from: string): readonly RememberedLine[] {
  try {
    const kept = indexOf(store).find((each) => each.id === id);
    if (kept?.madeFrom !== from) return [];
    const lines = JSON.parse(store.getItem(slot(id)) ?? '[]') as (RememberedLine & {
      readonly heads: readonly [string, number][];
    })[];
    return lines.map(({ plan, system, heads }) => ({ plan, system: { ...system, heads: new Map(heads) } }));
  } catch {
    return [];
  }
}

/** Keeps the lines in view; those of the arrangements opened longest ago make room. Remembering is a convenience: no room, no harm. */
export function rememberLines(
  store: Store,
  id: string,
  from: string,
  lines: readonly RememberedLine[],
): void {
  try {
    const others = indexOf(store).filter((each) => each.id !== id);
    for (const old of others.slice(MOST_ARRANGEMENTS - 1)) store.removeItem(slot(old.id));
    const plain = lines.map(({ plan, system }) => ({ plan, system, heads: [...system.heads] }));
    store.setItem(slot(id), JSON.stringify(plain));
    store.setItem(INDEX, JSON.stringify([{ id, madeFrom: from }, ...others.slice(0, MOST_ARRANGEMENTS - 1)]));
  } catch {
    store.removeItem(INDEX);
    store.removeItem(slot(id));
  }
}

function indexOf(store: Store): readonly Kept[] {
  return JSON.parse(store.getItem(INDEX) ?? '[]') as readonly Kept[];
}
