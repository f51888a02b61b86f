import type { Part, PartUse } from './model';

/** Which staff of which part is the tune and which the left hand. */
export interface HandRoles {
  readonly tune: { readonly part: number; readonly staff: number };
  readonly left: { readonly part: number; readonly staff: number } | null;
}

/**
 * What the teacher chose when importing; otherwise a part with one staff before a keyboard part is a voice, and has the
 * tune, and without one the upper staff has it.
 */
export function handRoles(parts: readonly Part[]): HandRoles {
  const staves = parts.flatMap((part, index) =>
    (part.uses ?? []).map((use, staff) => ({ part: index, staff, use })),
  );
  const tune = staves.find((each) => each.use === 'tune');
  if (tune) {
    const left = staves.findLast((each) => each.use === 'accompaniment');
    return {
      tune: { part: tune.part, staff: tune.staff },
      left: left ? { part: left.part, staff: left.staff } : null,
    };
  }
  const keyboard = parts.findIndex((part) => part.staves >= 2);
  const voice = parts.findIndex((part) => part.staves === 1);
  const tunePart = voice >= 0 && (keyboard < 0 || voice < keyboard) ? voice : Math.max(0, keyboard);
  return {
    tune: { part: tunePart, staff: 0 },
    left: keyboard >= 0 ? { part: keyboard, staff: 1 } : null,
  };
}

/** What each staff is for, to begin with: the tune, the accompaniment of the keyboard part, and the rest left out. */
export function suggestUses(parts: readonly Part[]): readonly (readonly PartUse[])[] {
  const { tune, left } = handRoles(parts);
  const accompaniment = left?.part ?? (parts.length === 2 ? 1 - tune.part : null);
  return parts.map((part, index) =>
    Array.from({ length: part.staves }, (_, staff): PartUse => {
      if (part.uses?.[staff]) return part.uses[staff];
      if (index === tune.part && staff === tune.staff) return 'tune';
      return index === accompaniment || part.staves > 1 ? 'accompaniment' : 'left-out';
    }),
  );
}
