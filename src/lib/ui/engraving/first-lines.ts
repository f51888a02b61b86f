import type { EngraveOptions, FirstLines, PageLines, SystemPlan } from '$lib/core/engrave/line';
import type { Engraver } from '../workers/engraver';

/** Lines that came with the page itself, for the server to write and the browser to take over as they are. */
export function linesAtHand({ kept }: PageLines, engraver: Engraver): readonly SystemPlan[] {
  return kept ? engraver.takeOver(kept) : [];
}

/** Tells of lines that come after the page, where they were drawn for its width; live ones, the same, take their place. */
export async function whenLinesCome(
  { coming }: PageLines,
  options: EngraveOptions,
  show: (first: FirstLines) => void,
): Promise<void> {
  const first = await coming;
  if (first && first.lines.length > 0 && first.options.pageWidth === options.pageWidth) show(first);
}

/** The width of page to begin with, until the browser knows its room. */
export function firstPageWidth({ kept }: PageLines): number {
  return kept?.options.pageWidth ?? 0;
}
