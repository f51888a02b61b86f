import type { Lyric, Note, Score } from '../score/model';

/**
 * Words stay whole when notes are left out: the syllable of a note that was not kept is sung on the kept note before it in
 * its voice, or on the first one after, where none is before. O(notes).
 */
export function carryLyrics(source: Score, notes: readonly Note[]): readonly Note[] {
  const kept = new Set<string>(notes.map((note) => note.id));
  const taken = new Map<string, readonly Lyric[]>();
  const lastIn = new Map<string, Note>();
  const waiting = new Map<string, readonly Lyric[]>();
  for (const note of source.notes) {
    const voice = `${note.part}/${note.staff}/${note.voice}`;
    if (kept.has(note.id)) {
      const before = waiting.get(voice);
      waiting.delete(voice);
      lastIn.set(voice, note);
      if (before) taken.set(note.id, joinVerses(before, note.lyrics));
    } else if (note.lyrics.length > 0) {
      const last = lastIn.get(voice);
      if (last === undefined) waiting.set(voice, joinVerses(waiting.get(voice) ?? [], note.lyrics));
      else taken.set(last.id, joinVerses(taken.get(last.id) ?? last.lyrics, note.lyrics));
    }
  }
  if (taken.size === 0) return notes;
  return notes.map((note) => {
    const lyrics = taken.get(note.id);
    return lyrics ? { ...note, lyrics } : note;
  });
}

function joinVerses(before: readonly Lyric[], after: readonly Lyric[]): readonly Lyric[] {
  const verses = [...new Set([...before, ...after].map(({ verse }) => verse))];
  return verses.map((verse) => {
    const [a, b] = [before, after].map((list) => list.find((lyric) => lyric.verse === verse));
    return a && b ? joinSyllables(a, b) : (a ?? b)!;
  });
}

/** Two syllables on one note: of one word without a gap, of two words with one. */
function joinSyllables(a: Lyric, b: Lyric): Lyric {
  const isOneWord = a.syllabic === 'begin' || a.syllabic === 'middle';
  const opens = a.syllabic === 'single' || a.syllabic === 'begin';
  const closes = b.syllabic === 'single' || b.syllabic === 'end';
  return {
    ...b,
    text: isOneWord ? a.text + b.text : `${a.text} ${b.text}`,
    syllabic: opens ? (closes ? 'single' : 'begin') : closes ? 'end' : 'middle',
  };
}
