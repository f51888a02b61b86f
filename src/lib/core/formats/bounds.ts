import { endOf } from '../score/time';
import { grouped } from '../score/grouped';
import { printable } from '../text/printable';
import type { Note, Score } from '../score/model';
import type { NoteId } from '../units';
import { MOST, type Counted } from './most.data';
import { Refusal, type FilePlace } from './result';

/** Stops reading as soon as there is more of something than Key Path takes. @throws Refusal */
export function atMost(what: Counted, reached: number, place: FilePlace): void {
  const most = MOST[what];
  if (reached <= most) return;
  throw new Refusal({
    code: 'too-many',
    message: `There are over ${most.toLocaleString('en')} ${what} here, which is more than Key Path takes. Leave out what is not needed, or split the file.`,
    place,
    count: { what, reached, most },
  });
}

/** Counts what a score holds, whatever read it. @throws Refusal */
export function checkCounts(score: Score, file: string): void {
  const place = { file };
  const staves = score.parts.reduce((sum, part) => sum + part.staves, 0);
  const { parts, measures, notes, rests, chords, marks, clefs, slurs } = score;
  atMost('parts', parts.length, place);
  atMost('staves', staves, place);
  atMost('measures', measures.length, place);
  atMost('notes', notes.length, place);
  atMost('rests', rests.length, place);
  atMost('chord symbols', chords.length, place);
  atMost('signs and words', marks.length + score.words.length, place);
  atMost('changes of clef', clefs.length, place);
  atMost('slurs', slurs.length, place);
  atMost('voices', new Set(notes.map(({ part, staff, voice }) => `${part}/${staff}/${voice}`)).size, place);
  const inMeasure = (what: Counted, events: readonly { readonly measure: number }[]) => {
    const counts = new Map<number, number>();
    for (const { measure } of events) {
      const reached = (counts.get(measure) ?? 0) + 1;
      counts.set(measure, reached);
      atMost(what, reached, { file, measure: measures[measure]?.number ?? '' });
    }
  };
  inMeasure('notes in one measure', notes);
  inMeasure('chords and slashes in one measure', chords);
  inMeasure('signs and words in one measure', [...marks, ...score.words]);
  const chordOf = ({ part, staff, voice, at }: Note) => `${part}/${staff}/${voice}/${at}`;
  for (const chord of grouped(
    notes.filter(({ grace }) => !grace),
    chordOf,
  ).values())
    atMost('notes in one chord', chord.length, { file, measure: measures[chord[0]!.measure]?.number ?? '' });
  checkOpenSlurs(score, file);
  for (const note of notes)
    atMost('lines of words under a note', note.lyrics.length, {
      file,
      measure: measures[note.measure]?.number ?? '',
    });
}

/** Counts the slurs that go over one moment. O((notes + slurs) log slurs). @throws Refusal */
function checkOpenSlurs({ notes, slurs, measures }: Score, file: string): void {
  const byId = new Map(notes.map((note) => [note.id, note]));
  const sorted = (ids: readonly NoteId[]) =>
    ids.flatMap((id) => byId.get(id) ?? []).sort((a, b) => a.at - b.at);
  const ends = sorted(slurs.map(({ to }) => to));
  let ended = 0;
  for (const [index, start] of sorted(slurs.map(({ from }) => from)).entries()) {
    while (ended < ends.length && ends[ended]!.at < start.at) ended += 1;
    const measure = measures[start.measure]?.number ?? '';
    atMost('slurs open at once', index + 1 - ended, { file, measure });
  }
}

/** Longest texts that are kept, in characters; what is longer is cut. */
const LONGEST = { name: 300, words: 500, syllable: 200, mark: 40 } as const;

/** A score with its texts cut to lengths that can be shown, and without what stands outside the piece. */
export function trimmed(score: Score): Score {
  const end = endOf(score.measures);
  const isInside = ({ measure, at }: { readonly measure: number; readonly at: number }) =>
    at >= 0 && at <= end && measure >= 0 && measure < score.measures.length;
  return {
    ...score,
    title: cut(score.title, LONGEST.name),
    composer: cut(score.composer, LONGEST.name),
    lyricist: cut(score.lyricist, LONGEST.name),
    rights: cut(score.rights, LONGEST.name),
    parts: score.parts.map((part) => ({
      ...part,
      id: cut(part.id, LONGEST.mark),
      name: cut(part.name, LONGEST.name),
    })),
    measures: score.measures.map((measure) => ({
      ...measure,
      number: cut(measure.number, LONGEST.mark),
      rehearsal: measure.rehearsal === null ? null : cut(measure.rehearsal, LONGEST.mark),
    })),
    notes: score.notes.map((note) =>
      note.lyrics.length === 0
        ? note
        : {
            ...note,
            lyrics: note.lyrics.map((lyric) => ({ ...lyric, text: cut(lyric.text, LONGEST.syllable) })),
          },
    ),
    chords: score.chords.filter(isInside),
    marks: score.marks
      .filter((mark) => isInside(mark) && (mark.kind !== 'hairpin' || mark.end <= end))
      .map((mark) => ('text' in mark ? { ...mark, text: cut(mark.text, LONGEST.words) } : mark)),
    slashes: score.slashes.filter(isInside),
    words: score.words.filter(isInside).map((word) => ({ ...word, text: cut(word.text, LONGEST.words) })),
  };
}

function cut(all: string, longest: number): string {
  const text = printable(all);
  return text.length > longest ? `${text.slice(0, longest - 1)}…` : text;
}
