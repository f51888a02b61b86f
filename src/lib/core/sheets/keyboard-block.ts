import { pianoKeyName } from '../pitch/key-name';
import { text, type Block } from './flow';
import type { Item } from './page';

const BLACK = [1, 3, 6, 8, 10];
const isBlack = (key: number) => BLACK.includes(key % 12);

/** A keyboard with what is written on its keys; as wide as there is room, no wider than keys of six millimetres. */
export function keyboardBlock(
  marks: ReadonlyMap<number, string>,
  room: number,
  { caption = '', below = 3, above = 4 }: { caption?: string; below?: number; above?: number } = {},
): Block {
  const keys = [...marks.keys()];
  let from = Math.max(21, Math.min(...keys, 127) - below);
  let to = Math.min(108, Math.max(...keys, 0) + above);
  if (keys.length === 0) [from, to] = [60, 83];
  if (isBlack(from)) from -= 1;
  if (isBlack(to)) to += 1;
  // Less than an octave is no place on a keyboard that could be found.
  while (to - from < 12 && to < 108) to += 1;
  if (isBlack(to)) to += 1;
  const all = Array.from({ length: to - from + 1 }, (_, index) => from + index);
  const whites = all.filter((key) => !isBlack(key)).length;
  const white = Math.min(6, room / whites);
  const [height, black] = [white * 4, white * 0.58];
  const size = Math.min(3.4, white * 0.62);
  const captionHeight = caption ? 5 : 0;
  return {
    height: height + captionHeight,
    draw: (x, y) => {
      const items: Item[] = [];
      const letters: Item[] = [];
      let at = 0;
      const places = new Map<number, number>();
      for (const key of all) {
        places.set(key, isBlack(key) ? x + at - black / 2 : x + at);
        if (!isBlack(key)) at += white;
      }
      const mark = (key: number, words: string) => {
        const middle = places.get(key)! + (isBlack(key) ? black : white) / 2;
        const centre = isBlack(key) ? y + height * 0.48 : y + height - white * 0.62;
        const radius = isBlack(key) ? black * 0.46 : white * 0.42;
        letters.push({
          kind: 'circle',
          x: middle,
          y: centre,
          radius,
          fill: isBlack(key) ? 'white' : 'black',
        });
        const own = size * (isBlack(key) ? 0.72 : 1) * (words.length > 1 ? 0.75 : 1);
        letters.push(
          text(words, middle, centre + own * 0.35, own, {
            ...{ isBold: true, anchor: 'middle', isWhite: !isBlack(key) },
          }),
        );
      };
      for (const key of all.filter((each) => !isBlack(each))) {
        items.push({ kind: 'rect', x: places.get(key)!, y, width: white, height, fill: 'none' });
        if (key % 12 === 0 && !marks.has(key))
          letters.push(
            text(pianoKeyName(key), places.get(key)! + white / 2, y + height - white * 0.25, white * 0.38, {
              anchor: 'middle',
            }),
          );
      }
      for (const key of all.filter(isBlack))
        items.push({
          kind: 'rect',
          x: places.get(key)!,
          y,
          width: black,
          height: height * 0.62,
          fill: 'black',
        });
      for (const [key, words] of marks) if (places.has(key)) mark(key, words);
      if (caption) letters.push(text(caption, x, y + height + 4, 3.4));
      return [...items, ...letters];
    },
  };
}
