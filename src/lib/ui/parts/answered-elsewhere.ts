/** A field, a list, and the button that keeps the keys while its list is open. */
const TAKES_KEYS =
  'input, textarea, select, [role="listbox"], [role="combobox"][aria-expanded="true"], [role="dialog"]';

/** Is a key a word or a choice where it was pressed, and no command of the page? */
export function isAnsweredElsewhere(event: KeyboardEvent): boolean {
  return event.defaultPrevented || (event.target as HTMLElement).closest(TAKES_KEYS) !== null;
}
