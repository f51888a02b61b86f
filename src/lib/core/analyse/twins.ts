import { chordName } from '../pitch/chord';
import { midiOf } from '../pitch/pitch';
import type { ChordSymbol, Measure, Note, Section } from '../score/model';

interface TwinTask {
  readonly measures: readonly Measure[];
  readonly chords: readonly ChordSymbol[];
  readonly sections: readonly Section[];
  /** Named by the score or by a teacher; sections that were only found set no kinds apart. */
  readonly areSectionsGiven: boolean;
  /** The notes to compare, by measure. */
  readonly notes: readonly (readonly Note[])[];
}

/**
 * For each measure the first one that is played alike, or itself: the same notes over the same chords in a section of the
 * same kind (A, A′ and A again; Verse 1 and Verse 2). A section's last measure may close in its own way, so it is like other
 * last measures only, and the piece's last like none. One chord says little about a measure, so that where there are no notes
 * the chords of the measure before must be the same as well. O(notes).
 */
export function twinsOf(task: TwinTask): readonly number[] {
  const { measures, sections, areSectionsGiven, notes } = task;
  const harmony = harmonies(task);
  const tiedInto = new Set(notes.flat().flatMap((note) => note.tieTo ?? []));
  const seen = new Map<string, number>();
  return measures.map((measure, index) => {
    const own = notes[index]!.map((note) =>
      [
        note.at - measure.start,
        note.duration,
        midiOf(note.pitch),
        note.tieTo !== null,
        tiedInto.has(note.id),
        note.grace !== null,
      ].join(),
    ).sort();
    const section = areSectionsGiven
      ? sections.findLast((each) => each.from <= index && each.to >= index)
      : undefined;
    const isLast = section?.to === index;
    const content = own.length > 0 ? own.join(';') : `after ${harmony[index - 1] ?? index}`;
    const { beats, beatType } = measure.time;
    const name = [
      sectionKind(section?.name ?? ''),
      isLast,
      `${measure.length}/${beats}/${beatType}/${measure.key.fifths}`,
      content,
      harmony[index],
    ].join('|');
    const first = index === measures.length - 1 ? index : (seen.get(name) ?? index);
    if (first === index) seen.set(name, index);
    return first;
  });
}

/** The chords that rule each measure, the one that goes on from before too. */
function harmonies({ measures, chords }: TwinTask): readonly string[] {
  let next = 0;
  let ruling = '';
  return measures.map((measure) => {
    const here: string[] = [];
    const end = measure.start + measure.length;
    if (chords[next] === undefined || chords[next]!.at > measure.start) here.push(`0 ${ruling}`);
    for (; next < chords.length && chords[next]!.at < end; next += 1) {
      ruling = chordName(chords[next]!.chord);
      here.push(`${chords[next]!.at - measure.start} ${ruling}`);
    }
    return here.join();
  });
}

/** What sections of one kind have in common in their names: A of “A again” and A′, Verse of “Verse 2”. */
export function sectionKind(name: string): string {
  return (
    name
      .replace(/[\d′″‴'’]+/gu, '')
      .trim()
      .split(/\s+/)[0] ?? ''
  );
}
