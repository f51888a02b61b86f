/** How near, in pixels, a click must come to a note to mean it. */
const NOTE_REACH_PX = 12;

/** Id of the note whose head is nearest to a pointer, within reach; pieces of a cut note mean the note. */
export function nearestNote(
  root: Element,
  { clientX, clientY }: { readonly clientX: number; readonly clientY: number },
): string | null {
  let best: { id: string; distance: number } | null = null;
  for (const head of root.querySelectorAll('.note .notehead')) {
    const bounds = head.getBoundingClientRect();
    const dx = Math.max(bounds.left - clientX, 0, clientX - bounds.right);
    const dy = Math.max(bounds.top - clientY, 0, clientY - bounds.bottom);
    const distance = Math.hypot(dx, dy);
    if (distance <= NOTE_REACH_PX && (!best || distance < best.distance))
      best = { id: head.closest('.note')!.id, distance };
  }
  return best && !best.id.startsWith('note-') ? best.id.replace(/\.\d+$/, '') : null;
}
