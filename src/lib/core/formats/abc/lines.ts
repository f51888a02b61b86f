/** A line without its comment; an escaped percent sign is none. */
export function stripComment(line: string): string {
  const at = /(^|[^\\])%/.exec(line);
  return (at ? line.slice(0, at.index + at[1]!.length) : line).trimEnd().replaceAll('\\%', '%');
}

/** Whether most of a line's letters can be notes, once chord symbols and decorations are set aside. */
export function looksLikeMusic(line: string): boolean {
  const letters = line.replace(/"[^"]*"|![^!]*!/g, '').match(/[A-Za-z]/g) ?? [];
  const notes = letters.filter((letter) => /[A-Ga-gzxZ]/.test(letter)).length;
  return letters.length > 0 && notes >= 0.75 * letters.length;
}
