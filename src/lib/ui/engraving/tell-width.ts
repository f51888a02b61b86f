import type { ScreenView } from '$lib/core/engrave/views';

/** Tells the server how lines were drawn last, so that the next page comes with lines that fit; see server/page-width. */
export function tellWidth(view: ScreenView, how: string): void {
  document.cookie = `lines-${view}=${how}; path=/; max-age=31536000; SameSite=Lax`;
}
