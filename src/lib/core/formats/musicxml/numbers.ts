import { BOUNDS, type Bounded } from '../../score/bounds.data';
import { Refusal } from '../result';
import { textOf, type XmlElement } from '../xml';
import type { Cursor } from './part-state';

/** The child's text as a whole number within its bounds; null when the child is missing. @throws Refusal */
export function wholeOf(cursor: Cursor, element: XmlElement, name: string, what: Bounded): number | null {
  const [from, to] = BOUNDS[what];
  const value = numberBetween(cursor, element, name, from, to);
  if (value !== null && !Number.isInteger(value)) refuseNumber(cursor, element, name);
  return value;
}

/** The child's text as a number between two bounds; null when the child is missing or empty. @throws Refusal */
export function numberBetween(
  cursor: Cursor,
  element: XmlElement,
  name: string,
  from: number,
  to: number,
): number | null {
  const text = textOf(element, name);
  if (text === null || text === '') return null;
  const value = Number(text);
  // Written so that NaN is refused, too.
  if (!(value >= from && value <= to)) refuseNumber(cursor, element, name);
  return value;
}

function refuseNumber(cursor: Cursor, element: XmlElement, name: string): never {
  throw new Refusal({
    code: 'bad-score',
    message: `<${name}> holds “${(textOf(element, name) ?? '').slice(0, 20)}”, which cannot be used there.`,
    place: { file: cursor.file, line: element.line, measure: cursor.number },
  });
}
