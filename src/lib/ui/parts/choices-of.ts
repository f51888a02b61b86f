import type { PictureNote } from '$lib/core/voicing/texture-picture';

/** One line of a list to choose from: what is said of it, and how it goes in a small picture. */
export interface Choice<Value> {
  readonly value: Value;
  readonly label: string;
  readonly note?: string;
  readonly picture?: readonly PictureNote[];
}

/** A table of names and their words, as choices in the table's order. */
export function choicesOf<Name extends string>(
  words: Readonly<Record<Name, string>>,
): readonly { readonly value: Name; readonly label: string }[] {
  return (Object.keys(words) as Name[]).map((value) => ({ value, label: words[value] }));
}
