import type { Cookies } from '@sveltejs/kit';
import { isPageWidth, type ScreenView } from '../core/engrave/views';

/** Widths of page on a laptop, until a browser has told its own. */
export const USUAL_WIDTHS = { bench: 2150, piece: 1720, stand: 1720, 'stand-large': 1380 } as const;

/** How wide this browser last drew lines of music; a cookie tells, so that the lines sent with a page fit it. */
export function pageWidthOf(cookies: Cookies, view: ScreenView): number {
  const width = Number(cookies.get(`lines-${view}`));
  return isPageWidth(width) ? width : USUAL_WIDTHS[view];
}
