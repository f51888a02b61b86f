import { ORNAMENTS, type Articulation, type Note, type Score, type Slur } from '../score/model';
import { ticks } from '../units';
import { pitchLabel } from '../pitch/pitch';
import type { Loss } from '../score/losses';

const DETACHED: readonly Articulation[] = ['staccato', 'staccatissimo', 'detached-legato'];

export interface Touched {
  readonly notes: readonly Note[];
  readonly slurs: readonly Slur[];
  readonly losses: readonly Loss[];
}

/**
 * Slurs, detached notes and signs follow the notes that were kept: a slur begins on its first kept note and ends on its
 * last before the hand falls silent. A rung limits touch: one touch at a time on the first, no two-note slurs before the third, hands that differ from
 * the fourth, ornaments from the fifth. O(notes + slurs × notes under them).
 */
export function carryTouch(source: Score, notes: readonly Note[], rung: number): Touched {
  const losses: Loss[] = [];
  const slurs = carrySlurs(source, notes, rung);
  const isLegato = slurs.length > 0;
  const rightTouch = new Map<number, boolean>();
  for (const note of notes)
    if (note.staff === 0 && note.articulations.some((sign) => DETACHED.includes(sign)))
      rightTouch.set(note.measure, true);
  const isDropped = (note: Note, sign: Articulation): string | null => {
    if (ORNAMENTS.includes(sign) && rung < 5) return 'ornaments come with the fifth rung';
    if (!DETACHED.includes(sign)) return null;
    if (rung === 1 && isLegato) return 'one touch at a time on this rung';
    if (rung < 4 && note.staff === 1 && !rightTouch.get(note.measure))
      return 'the hands do not differ in touch on this rung';
    return null;
  };
  const kept = notes.map((note) => {
    if (note.articulations.length === 0) return note;
    const dropped = note.articulations.filter((sign) => isDropped(note, sign) !== null);
    if (dropped.length === 0) return note;
    losses.push({
      measure: note.measure,
      hand: note.staff === 0 ? 'right' : 'left',
      kind: 'sign',
      notes: [note.id],
      sentence: `${pitchLabel(note.pitch)} is played plainly: ${isDropped(note, dropped[0]!)}.`,
    });
    return { ...note, articulations: note.articulations.filter((sign) => !dropped.includes(sign)) };
  });
  return { notes: kept, slurs, losses };
}

function carrySlurs(source: Score, notes: readonly Note[], rung: number): readonly Slur[] {
  const byId = new Map(notes.map((note) => [note.id, note]));
  const positions = new Map(source.notes.map((note, index) => [note.id, index]));
  const seen = new Set<string>();
  return source.slurs.flatMap(({ from, to }): Slur[] => {
    const [first, last] = [positions.get(from), positions.get(to)];
    if (first === undefined || last === undefined) return [];
    const start = source.notes[first]!;
    const under = source.notes
      .slice(Math.min(first, last), Math.max(first, last) + 1)
      .filter((note) => note.staff === start.staff && note.part === start.part && note.voice === start.voice)
      .flatMap((note) => byId.get(note.id) ?? []);
    const bound = untilRest(under);
    const [opening, closing] = [bound[0], bound.at(-1)];
    if (!opening || !closing || opening.at >= closing.at) return [];
    const onsets = new Set(bound.map((note) => note.at));
    if (rung < 3 && onsets.size === 2) return [];
    const name = `${opening.id}>${closing.id}`;
    if (seen.has(name)) return [];
    seen.add(name);
    return [{ from: opening.id, to: closing.id }];
  });
}

/** The notes from the first on that one hand plays without a rest between them. */
function untilRest(notes: readonly Note[]): readonly Note[] {
  const [first] = notes;
  let end = first?.at ?? 0;
  const bound: Note[] = [];
  for (const note of notes) {
    if (note.staff !== first!.staff || note.at > end) break;
    bound.push(note);
    end = ticks(Math.max(end, note.at + note.duration));
  }
  return bound;
}
