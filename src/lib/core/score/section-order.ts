import { isSeen } from '../text/names';
import type { Section } from './model';

/**
 * Why sections make no sense in a piece of so many measures, in words; null where they do. Each runs forward and none overlaps
 * another; measures between them may be left out. The order of the list is the order of learning, which is the teacher's.
 */
export function sectionsFault(sections: readonly Section[], measures: number): string | null {
  const ids = new Set<string>();
  for (const { id, name, from, to } of sections) {
    if (!isSeen(name)) return 'Each section needs a name that can be seen.';
    if (ids.has(id)) return `Two sections have the same id “${id}”.`;
    ids.add(id);
    if (to < from) return `Section “${name}” ends before it begins.`;
    if (to >= measures) return `Section “${name}” reaches past the last measure of the piece.`;
  }
  const inPiece = [...sections].sort((a, b) => a.from - b.from);
  const overlapping = inPiece.find(({ from }, index) => index > 0 && from <= inPiece[index - 1]!.to);
  return overlapping ? `Section “${overlapping.name}” begins before the one before it has ended.` : null;
}
