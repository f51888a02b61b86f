// eslint-disable-next-line no-control-regex
const UNPRINTABLE = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f\ufffe\uffff]|\p{Surrogate}/gu;

/** A text without what no file could hold as text: control signs but for tabs and line ends, and halves of pairs. */
export function printable(text: string): string {
  return text.replace(UNPRINTABLE, '');
}
