import { z } from 'zod';

export const MOST_NAME = 120;
export const MOST_TITLE = 300;

/** What leaves no mark on the page: controls, spaces, lone accents, and the letters and signs that are drawn blank. */
const UNSEEN = /[\p{C}\p{Z}\p{M}\u115F\u1160\u2800\u3164\uFFA0]/gu;

export function isSeen(text: string): boolean {
  return text.replace(UNSEEN, '') !== '';
}

/** A name that can be read and found again: at least one visible character, at most `most`. */
export function nameSchema(most = MOST_NAME, missing = 'Give a name that can be seen.') {
  return z
    .string()
    .trim()
    .max(most, `Use at most ${most} letters.`)
    .refine(isSeen, missing)
    .refine((text) => !/\p{Cc}/u.test(text), 'A name stands on one line.');
}

/** What a copy of something is called. */
export function copyName(name: string, most = MOST_NAME): string {
  const mark = ' (copy)';
  return `${name.slice(0, most - mark.length)}${mark}`;
}
