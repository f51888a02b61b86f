import { measureNumber, notesByMeasure } from '../score/by-measure';
import type { FingeredNote } from '../fingering/finger-score';
import { chordLabel } from '../pitch/chord';
import { diatonicIndex, midiOf, spellingLabel } from '../pitch/pitch';
import type { Note, Score, Section } from '../score/model';
import { grouped } from '../score/grouped';

/** Something to look out for, in words, at its measure. */
export interface Cue {
  readonly measure: number;
  readonly text: string;
}

export interface CueTask {
  readonly score: Score;
  readonly sections: readonly Section[];
  readonly fingered: ReadonlyMap<string, Pick<FingeredNote, 'finger'>>;
}

/**
 * What helps a learner see what the hands do: which notes stay when a chord changes and which finger moves where, where
 * the bass walks, and where one hand echoes the other. Said once for each change. O(notes).
 */
export function cuesOf(task: CueTask): readonly Cue[] {
  return [...chordCues(task), ...walkingCues(task), ...echoCues(task)].sort((a, b) => a.measure - b.measure);
}

/** The first word of a place: its measure, and what is sung there. */
export function placeName({ score, sections }: Pick<CueTask, 'score' | 'sections'>, measure: number): string {
  const section = sections.findLast((each) => each.from <= measure && each.to >= measure);
  const number = measureNumber(score.measures, measure);
  const sung = score.notes.find((note) => note.measure === measure && note.lyrics[0])?.lyrics[0]?.text;
  return `${section ? `${section.name}, ` : ''}measure ${number}${sung ? ` (“${sung}”)` : ''}`;
}

interface Touch {
  readonly measure: number;
  readonly notes: readonly Note[];
}

/** Each touch of a hand, with what it still holds. O(notes × notes held). */
function handTouches({ score }: CueTask, staff: number): readonly Touch[] {
  const own = score.notes.filter((note) => note.staff === staff && !note.grace).sort((a, b) => a.at - b.at);
  const tiedInto = new Set(own.flatMap((note) => note.tieTo ?? []));
  const struck = grouped(
    own.filter((note) => !tiedInto.has(note.id)),
    ({ at }) => at,
  );
  let begun = 0;
  let held: readonly Note[] = [];
  return [...struck].map(([at, [first]]) => {
    const before = begun;
    while (begun < own.length && own[begun]!.at <= at) begun += 1;
    held = [...held, ...own.slice(before, begun)].filter((note) => note.at + note.duration > at);
    return { measure: first!.measure, notes: held };
  });
}

function chordCues(task: CueTask): readonly Cue[] {
  const said = new Set<string>();
  return [0, 1].flatMap((staff) => {
    const chords = handTouches(task, staff).filter(({ notes }) => notes.length >= 2);
    return chords.flatMap((now, index): Cue[] => {
      const before = chords[index - 1];
      if (!before) return [];
      const keysOf = ({ notes }: Touch) => notes.map((note) => midiOf(note.pitch) as number);
      const [from, to] = [keysOf(before), keysOf(now)];
      const stays = now.notes.filter((note) => from.includes(midiOf(note.pitch)));
      const moves = now.notes.filter((note) => !from.includes(midiOf(note.pitch)));
      if (moves.length === 0 || stays.length === 0) return [];
      const name = `${staff}/${from.join()}/${to.join()}`;
      if (said.has(name)) return [];
      said.add(name);
      const names = (notes: readonly Note[]) => notes.map((note) => spellingLabel(note.pitch)).join(' and ');
      const moving = moves.map((note) => {
        const finger = task.fingered.get(note.id)?.finger;
        return `${finger === undefined ? 'a finger' : `finger ${finger}`} moves to ${spellingLabel(note.pitch)}`;
      });
      return [
        {
          measure: now.measure,
          text: `${staff === 0 ? 'Right' : 'Left'} hand, to ${chordNameAt(task.score, now) ?? 'the next chord'}: ${names(stays)} ${stays.length === 1 ? 'stays' : 'stay'}; ${moving.join(', ')}.`,
        },
      ];
    });
  });
}

function chordNameAt({ chords }: Score, { notes }: Touch): string | null {
  const at = Math.max(...notes.map((note) => note.at));
  const symbol = chords.findLast((each) => each.at <= at);
  return symbol && symbol.chord.kind !== 'none' ? chordLabel(symbol.chord) : null;
}

/** So many steps in one direction are a walk. */
const WALK = 4;

function walkingCues(task: CueTask): readonly Cue[] {
  const line = handTouches(task, 1).filter(({ notes }) => notes.length === 1);
  const found: Cue[] = [];
  let from = 0;
  for (let index = 1; index <= line.length; index += 1) {
    const step = (at: number) =>
      diatonicIndex(line[at]!.notes[0]!.pitch) - diatonicIndex(line[at - 1]!.notes[0]!.pitch);
    const goesOn =
      index < line.length &&
      Math.abs(step(index)) === 1 &&
      (index - from < 2 || step(index) === step(index - 1));
    if (goesOn) continue;
    if (index - from >= WALK) {
      const walked = line.slice(from, index);
      found.push({
        measure: walked[0]!.measure,
        text: `The bass walks ${step(index - 1) > 0 ? 'up' : 'down'}: ${walked.map(({ notes }) => spellingLabel(notes[0]!.pitch)).join(' ')}.`,
      });
    }
    from = index < line.length && Math.abs(step(index)) === 1 ? index - 1 : index;
  }
  return found;
}

/** One hand plays what the other has just played: the same rhythm and the same steps, at least three notes. */
function echoCues({ score }: CueTask): readonly Cue[] {
  const byMeasure = notesByMeasure(score.notes, score.measures.length);
  const shapeOf = (measure: number, staff: number) => {
    const own = byMeasure[measure]!.filter((note) => note.staff === staff && !note.grace);
    const start = score.measures[measure]!.start;
    const isLine = own.every((note, index) => index === 0 || note.at > own[index - 1]!.at);
    if (own.length < 3 || !isLine) return null;
    const first = diatonicIndex(own[0]!.pitch);
    return own
      .map((note) => `${note.at - start}/${note.duration}/${diatonicIndex(note.pitch) - first}`)
      .join(' ');
  };
  return score.measures.flatMap(({ index }): Cue[] => {
    if (index === 0) return [];
    const echoes = ([1, 0] as const).filter((staff) => {
      const own = shapeOf(index, staff);
      return own !== null && own === shapeOf(index - 1, 1 - staff);
    });
    return echoes.map((staff) => ({
      measure: index,
      text: `The ${staff === 1 ? 'left' : 'right'} hand echoes what the ${staff === 1 ? 'right' : 'left'} has just played.`,
    }));
  });
}
