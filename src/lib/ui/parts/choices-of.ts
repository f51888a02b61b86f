/** A table of names and their words, as choices in the table's order. */
export function choicesOf<Name extends string>(
  words: Readonly<Record<Name, string>>,
): readonly { readonly value: Name; readonly label: string }[] {
  return (Object.keys(words) as Name[]).map((value) => ({ value, label: words[value] }));
}
