import { fingerInkId } from '$lib/core/engrave/finger-ink';

const SVG = 'http://www.w3.org/2000/svg';
/** Where the engraver sets a finger, in inner units: from the middle of the head, above the upper line and below the lower one. */
const FINGER = { middle: 113, above: 110, overHead: 200, below: 249, asideBelow: 86, size: '303px' } as const;

/** Takes a stroke back; on a picture that has been replaced it does nothing that is seen. */
export type TakeBack = () => void;

/** Writes a finger over the one that stands at a note, or where the engraver will set it. */
export function writeFinger(note: string, finger: number): TakeBack | null {
  const standing = document.getElementById(fingerInkId(note));
  if (standing) return writeText(standing, String(finger));
  const head = placeOf(document.getElementById(note));
  if (!head) return null;
  const { x, y, staff, isUpper, top, bottom } = head;
  const text = document.createElementNS(SVG, 'text');
  text.setAttribute('x', String(x + FINGER.middle + (isUpper ? 0 : FINGER.asideBelow)));
  text.setAttribute(
    'y',
    String(isUpper ? Math.min(top - FINGER.above, y - FINGER.overHead) : bottom + FINGER.below),
  );
  text.setAttribute('text-anchor', 'middle');
  text.setAttribute('font-size', FINGER.size);
  text.textContent = String(finger);
  const group = document.createElementNS(SVG, 'g');
  group.setAttribute('class', 'fing');
  group.append(text);
  staff.parentElement!.append(group);
  return () => group.remove();
}

/** Writes another chord over a symbol that stands. */
export function writeSymbol(id: string, label: string): TakeBack | null {
  const standing = document.getElementById(id);
  return standing && writeText(standing, label);
}

/** Moves a note with its stem so many steps up. */
export function moveNote(id: string, steps: number): TakeBack | null {
  const note = document.getElementById(id);
  const place = placeOf(note);
  if (!note || !place || steps === 0) return null;
  const before = note.getAttribute('transform');
  const [, moved = '0'] = /translate\(0, (-?[\d.]+)\)/.exec(before ?? '') ?? [];
  note.setAttribute('transform', `translate(0, ${Number(moved) - steps * place.step})`);
  return () => (before === null ? note.removeAttribute('transform') : note.setAttribute('transform', before));
}

/** The innermost text of a group; `null` where it is set in several pieces. */
function writeText(group: Element, words: string): TakeBack | null {
  const leaves = [...group.querySelectorAll('tspan, text')].filter((each) => each.childElementCount === 0);
  const [leaf] = leaves;
  if (!leaf || leaves.length > 1) return null;
  const before = leaf.textContent;
  leaf.textContent = words;
  return () => (leaf.textContent = before);
}

/** Where the head of a note lies on its staff, in inner units; null where it is not drawn. */
function placeOf(note: Element | null) {
  const [, x, y] =
    /translate\((-?[\d.]+), (-?[\d.]+)\)/.exec(
      note?.querySelector('.notehead use')?.getAttribute('transform') ?? '',
    ) ?? [];
  const staff = note?.closest('.staff');
  const lines = [...(staff?.querySelectorAll(':scope > path') ?? [])].map((path) =>
    Number(/^M-?[\d.]+ (-?[\d.]+)/.exec(path.getAttribute('d') ?? '')?.[1]),
  );
  const [top, second] = lines;
  if (!note || !staff || x === undefined || top === undefined || second === undefined) return null;
  return {
    x: Number(x),
    y: Number(y),
    staff,
    top,
    bottom: lines.at(-1)!,
    step: (second - top) / 2,
    isUpper: staff.parentElement?.querySelector('.staff') === staff,
  };
}
