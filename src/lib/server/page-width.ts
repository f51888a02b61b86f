import type { Cookies } from '@sveltejs/kit';
import { z } from 'zod';
import { isPageWidth, type ScreenView } from '../core/engrave/views';
import { PAPERS, type PaperName } from '../core/handout/papers.data';

/** Widths of page on a laptop, until a browser has told its own. */
export const USUAL_WIDTHS = { bench: 2150, piece: 1720, stand: 1720, 'stand-large': 1380 } as const;

/** How wide this browser last drew lines of music; a cookie tells, so that the lines sent with a page fit it. */
export function pageWidthOf(cookies: Cookies, view: ScreenView): number {
  const width = Number(cookies.get(`lines-${view}`));
  return isPageWidth(width) ? width : USUAL_WIDTHS[view];
}

const sheet = z.object({
  paper: z.enum(Object.keys(PAPERS) as [PaperName, ...PaperName[]]),
  isLarge: z.boolean(),
});

/** The paper and size of notes that this browser last printed on. */
export function sheetOf(cookies: Cookies): z.infer<typeof sheet> {
  const [paper, size] = (cookies.get('lines-handout') ?? '').split('-');
  const read = sheet.safeParse({ paper, isLarge: size === 'large' });
  return read.success ? read.data : { paper: 'a4', isLarge: false };
}
