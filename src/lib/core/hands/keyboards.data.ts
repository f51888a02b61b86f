/** Keyboards by their number of keys (facts): lowest and highest key as MIDI numbers. */
export const KEYBOARDS = [
  { keys: 88, lowest: 21, highest: 108 },
  { keys: 76, lowest: 28, highest: 103 },
  { keys: 73, lowest: 28, highest: 100 },
  { keys: 61, lowest: 36, highest: 96 },
  { keys: 54, lowest: 36, highest: 89 },
  { keys: 49, lowest: 36, highest: 84 },
] as const;

/** “61 keys”, or the outer keys of any other. */
export function keyboardLabel(lowest: number, highest: number): string {
  const known = KEYBOARDS.find((each) => each.lowest === lowest && each.highest === highest);
  return `${known?.keys ?? highest - lowest + 1} keys`;
}

/** A keyboard by its lowest and highest key; 88 keys unless the learner has another. */
export interface Keyboard {
  readonly lowest: number;
  readonly highest: number;
}

export const FULL_KEYBOARD: Keyboard = { lowest: 21, highest: 108 };
