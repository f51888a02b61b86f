import type { Score, Section } from '../score/model';

/** Sections as the score marks them: by rehearsal marks, double bars and repeat signs; otherwise the whole piece. */
export function markedSections(score: Score): readonly Section[] {
  const starts = score.measures
    .filter((measure, index) => {
      const before = score.measures[index - 1];
      if (!before) return true;
      return (
        measure.rehearsal !== null ||
        before.barline === 'double' ||
        measure.startsRepeat ||
        (before.endsRepeat !== null && measure.endings.length === 0)
      );
    })
    .map((measure) => measure.index);
  // A pickup belongs to the section it leads into.
  const joined = starts.filter(
    (start, index) =>
      !(start === 1 && index === 1 && (score.measures[0]?.length ?? 0) < (score.measures[1]?.length ?? 0)),
  );
  const taken = new Set<string>();
  return joined.map((from, index) => {
    const to = (joined[index + 1] ?? score.measures.length) - 1;
    const marked = score.measures[from]?.rehearsal ?? (from === 0 ? score.measures[1]?.rehearsal : null);
    let name = marked ?? String.fromCharCode(65 + (index % 26));
    for (let copy = 2; taken.has(name); copy += 1)
      name = `${marked ?? String.fromCharCode(65 + (index % 26))} ${copy}`;
    taken.add(name);
    return { id: `s${from}`, name, from, to };
  });
}
