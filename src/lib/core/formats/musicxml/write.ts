import { grouped } from '../../score/grouped';
import type { ClefChange, Mark, Measure, Note, Rest, Score } from '../../score/model';
import { metreLength } from '../../score/time';
import { writtenOut } from '../../score/written-out';
import { TICKS_PER_QUARTER, type NoteId } from '../../units';
import { escapeXml } from '../xml';
import { beamSigns } from './beams';
import { harmonyXml } from './harmony';
import { barlineXml, clefXml, markXml, noteXml, timeXml, type WrittenNote } from './write-parts';

/** A syllable to print under the lower staff, at a tick of the piece. */
export interface PrintedCount {
  readonly at: number;
  readonly text: string;
}

type Timed = { readonly at: number; readonly xml: string };

/**
 * Writes a score as MusicXML 4.0, partwise. Reading the result back gives the same score (ids are derived anew).
 * Divisions are the coarsest that hold every time exactly. O(events).
 */
export function writeMusicXml(source: Score, counts: readonly PrintedCount[] = []): string {
  const score = writtenOut(withWordsAsDirections(source));
  const divisions = TICKS_PER_QUARTER / commonUnit(score, counts);
  const unit = TICKS_PER_QUARTER / divisions;
  const tieTargets = new Set(score.notes.flatMap((note) => (note.tieTo === null ? [] : [note.tieTo])));
  const slurNumbers = numberSlurs(score);
  const parts = score.parts.map((part, index) => {
    const context: PartContext = {
      score,
      part: index,
      unit,
      divisions,
      tieTargets,
      slurNumbers,
      counts: index === 0 ? counts : [],
    };
    const measures = score.measures.map((measure) => measureXml(context, measure)).join('\n');
    return `<part id="${escapeXml(part.id)}">\n${measures}\n</part>`;
  });
  return `<?xml version="1.0" encoding="UTF-8"?>
<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">
<score-partwise version="4.0">
${headerXml(score)}
${parts.join('\n')}
</score-partwise>
`;
}

/** MusicXML hangs lyrics on notes; the words of a chart, which has none, become directions under the staff. */
function withWordsAsDirections(score: Score): Score {
  if (score.words.length === 0) return score;
  const words = score.words.map(({ measure, at, text }): Mark => ({
    kind: 'words',
    text: text.trim(),
    placement: 'below',
    part: 0,
    staff: 0,
    measure,
    at,
  }));
  return { ...score, marks: [...score.marks, ...words].sort((a, b) => a.at - b.at) };
}

interface PartContext {
  readonly score: Score;
  readonly part: number;
  readonly unit: number;
  readonly divisions: number;
  readonly tieTargets: ReadonlySet<NoteId>;
  readonly slurNumbers: ReadonlyMap<NoteId, { starts: readonly number[]; stops: readonly number[] }>;
  readonly counts: readonly PrintedCount[];
}

function headerXml(score: Score): string {
  const creator = (type: string, name: string) =>
    name ? `<creator type="${type}">${escapeXml(name)}</creator>` : '';
  const rights = score.rights ? `<rights>${escapeXml(score.rights)}</rights>` : '';
  const parts = score.parts
    .map(
      (part) =>
        `<score-part id="${escapeXml(part.id)}"><part-name>${escapeXml(part.name)}</part-name></score-part>`,
    )
    .join('\n');
  return `<work><work-title>${escapeXml(score.title)}</work-title></work>
<identification>${creator('composer', score.composer)}${creator('lyricist', score.lyricist)}${rights}<encoding><software>Key Path</software></encoding></identification>
<part-list>
${parts}
</part-list>`;
}

/** The greatest tick count that divides every time in the score and the quarter note. */
function commonUnit(score: Score, counts: readonly PrintedCount[]): number {
  let unit: number = TICKS_PER_QUARTER;
  const take = (value: number) => {
    let a = unit;
    let b = value;
    while (b !== 0) [a, b] = [b, a % b];
    unit = a;
  };
  for (const measure of score.measures) take(measure.length);
  for (const event of [...score.notes, ...score.rests]) {
    take(event.at);
    take(event.duration);
  }
  for (const event of [...score.chords, ...score.marks, ...score.clefs, ...counts]) take(event.at);
  for (const mark of score.marks) if (mark.kind === 'hairpin') take(mark.end);
  return unit;
}

/** Slur numbers 1–6, each free again once its slur has ended. */
function numberSlurs(score: Score): PartContext['slurNumbers'] {
  const order = new Map(score.notes.map((note, index) => [note.id, index]));
  const numbers = new Map<NoteId, { starts: number[]; stops: number[] }>();
  const busyUntil: number[] = [];
  const at = (id: NoteId) => {
    const entry = numbers.get(id) ?? { starts: [], stops: [] };
    numbers.set(id, entry);
    return entry;
  };
  const slurs = [...score.slurs].sort((a, b) => (order.get(a.from) ?? 0) - (order.get(b.from) ?? 0));
  for (const slur of slurs) {
    const from = order.get(slur.from) ?? 0;
    let number = busyUntil.findIndex((until) => until < from);
    if (number < 0) number = busyUntil.length;
    busyUntil[number] = order.get(slur.to) ?? from;
    at(slur.from).starts.push(number + 1);
    at(slur.to).stops.push(number + 1);
  }
  return numbers;
}

function measureXml(context: PartContext, measure: Measure): string {
  const { score, part } = context;
  const inMeasure = <T extends { measure: number; part: number }>(events: readonly T[]) =>
    events.filter((event) => event.measure === measure.index && event.part === part);
  const { notes, rests } = eventsOf(context, measure);
  const voices = grouped<Note | Rest, string>([...notes, ...rests], ({ voice }) => voice);
  const stream = new Stream(measure.start, context.unit);
  const timed = timedSigns(context, measure, inMeasure(score.marks), inMeasure(score.clefs));
  const keys = [...voices.keys()].sort();
  for (const [index, key] of keys.entries()) {
    writeVoice(context, stream, measure, voices.get(key)!, index === 0 ? timed : []);
  }
  if (keys.length === 0) {
    for (const sign of timed) {
      stream.moveTo(sign.at);
      stream.push(sign.xml);
    }
  }
  stream.moveTo(measure.start + measure.length);
  const implicit = measure.index === 0 && measure.length < metreLength(measure.time) ? ' implicit="yes"' : '';
  return `<measure number="${escapeXml(measure.number)}"${implicit}>
${[
  barlineXml(score, measure, 'left'),
  attributesXml(context, measure),
  ...stream.lines,
  barlineXml(score, measure, 'right'),
]
  .filter((line) => line !== '')
  .join('\n')}
</measure>`;
}

/** Events grouped by part and measure once a score, not once a measure. */
const eventIndex = new WeakMap<Score, Map<string, { notes: Note[]; rests: Rest[] }>>();

function eventsOf(
  { score, part }: PartContext,
  measure: Measure,
): { notes: readonly Note[]; rests: readonly Rest[] } {
  let index = eventIndex.get(score);
  if (!index) {
    index = new Map();
    const cell = (event: Note | Rest) => {
      const key = `${event.part}/${event.measure}`;
      const found = index!.get(key) ?? { notes: [], rests: [] };
      index!.set(key, found);
      return found;
    };
    for (const note of score.notes) cell(note).notes.push(note);
    for (const rest of score.rests) cell(rest).rests.push(rest);
    eventIndex.set(score, index);
  }
  return index.get(`${part}/${measure.index}`) ?? { notes: [], rests: [] };
}

/** Lines of one measure with the position that the reader of the file will have reached. */
class Stream {
  readonly lines: string[] = [];
  #at: number;

  constructor(
    start: number,
    private readonly unit: number,
  ) {
    this.#at = start;
  }

  get at(): number {
    return this.#at;
  }

  push(xml: string, duration = 0): void {
    this.lines.push(xml);
    this.#at += duration;
  }

  moveTo(at: number): void {
    const distance = (at - this.#at) / this.unit;
    if (distance > 0) this.lines.push(`<forward><duration>${distance}</duration></forward>`);
    if (distance < 0) this.lines.push(`<backup><duration>${-distance}</duration></backup>`);
    this.#at = at;
  }
}

function timedSigns(
  context: PartContext,
  measure: Measure,
  marks: readonly Mark[],
  clefs: readonly ClefChange[],
): readonly Timed[] {
  const end = measure.start + measure.length;
  const within = (at: number) => at >= measure.start && at < end;
  const lowerStaff = (context.score.parts[context.part]?.staves ?? 1) - 1;
  const harmonies =
    context.part === 0 ? context.score.chords.filter((chord) => chord.measure === measure.index) : [];
  const hairpinEnds = context.score.marks.filter(
    (mark) =>
      mark.kind === 'hairpin' && mark.part === context.part && mark.end > measure.start && mark.end <= end,
  );
  return [
    ...clefs
      .filter((clef) => clef.at > measure.start)
      .map((clef) => ({ at: clef.at, xml: `<attributes>${clefXml(clef)}</attributes>` })),
    ...harmonies.map((harmony) => ({ at: harmony.at, xml: harmonyXml(harmony.chord) })),
    ...marks.map((mark) => ({ at: mark.at, xml: markXml(mark, 'start') })),
    ...hairpinEnds.map((mark) => ({
      at: mark.kind === 'hairpin' ? mark.end : mark.at,
      xml: markXml(mark, 'end'),
    })),
    ...context.counts
      .filter((count) => within(count.at))
      .map((count) => ({
        at: count.at,
        xml: `<direction placement="below"><direction-type><words font-size="8">${escapeXml(count.text)}</words></direction-type><staff>${lowerStaff + 1}</staff></direction>`,
      })),
  ].sort((a, b) => a.at - b.at);
}

function writeVoice(
  context: PartContext,
  stream: Stream,
  measure: Measure,
  events: readonly (Note | Rest)[],
  signs: readonly Timed[],
): void {
  const pending = [...signs];
  const tupletEnds = lastOfTuplets(events);
  const flushUpTo = (at: number) => {
    while (pending.length > 0 && pending[0]!.at <= at) {
      const sign = pending.shift()!;
      stream.moveTo(sign.at);
      stream.push(sign.xml);
    }
  };
  const ordered = [...events].sort((a, b) => a.at - b.at || graceRank(a) - graceRank(b));
  const beams = beamSigns(firstOfChords(ordered), measure, context.score.measures);
  let previous: Note | Rest | null = null;
  for (const event of ordered) {
    const isChord =
      previous !== null && 'pitch' in event && 'pitch' in previous && joinsChord(previous, event);
    if (!isChord) {
      flushUpTo(event.at);
      stream.moveTo(event.at);
    }
    const written: WrittenNote = {
      event,
      isChord,
      unit: context.unit,
      staves: context.score.parts[context.part]?.staves ?? 1,
      isTieTarget: 'pitch' in event && context.tieTargets.has(event.id),
      slurs: ('pitch' in event ? context.slurNumbers.get(event.id) : undefined) ?? { starts: [], stops: [] },
      startsTuplet: event.tuplet !== null && !isChord && tupletEnds.get(event.tuplet.id)?.first === event,
      stopsTuplet: event.tuplet !== null && !isChord && tupletEnds.get(event.tuplet.id)?.last === event,
      beams: beams.get(event) ?? [],
    };
    stream.push(noteXml(written), isChord || ('pitch' in event && event.grace) ? 0 : event.duration);
    previous = event;
  }
  flushUpTo(Number.MAX_SAFE_INTEGER);
}

/** What stands on the staff one after the other: of each chord its first note, and no grace notes. */
function firstOfChords(ordered: readonly (Note | Rest)[]): readonly (Note | Rest)[] {
  const plain = ordered.filter((event) => !('pitch' in event && event.grace));
  return plain.filter((event, index) => plain[index - 1]?.at !== event.at);
}

function graceRank(event: Note | Rest): number {
  return 'pitch' in event && event.grace ? event.grace.order : Number.MAX_SAFE_INTEGER;
}

function joinsChord(previous: Note, event: Note): boolean {
  return (
    previous.at === event.at &&
    previous.duration === event.duration &&
    graceRank(previous) === graceRank(event)
  );
}

function lastOfTuplets(
  events: readonly (Note | Rest)[],
): ReadonlyMap<string, { first: Note | Rest; last: Note | Rest }> {
  const ends = new Map<string, { first: Note | Rest; last: Note | Rest }>();
  for (const event of [...events].sort((a, b) => a.at - b.at)) {
    if (!event.tuplet) continue;
    const entry = ends.get(event.tuplet.id);
    if (!entry) ends.set(event.tuplet.id, { first: event, last: event });
    else if (event.at > entry.last.at) entry.last = event;
  }
  return ends;
}

function attributesXml(context: PartContext, measure: Measure): string {
  const { score, part, divisions } = context;
  const before = score.measures[measure.index - 1];
  const isFirst = measure.index === 0;
  const isKeyNew =
    isFirst || before!.key.fifths !== measure.key.fifths || before!.key.mode !== measure.key.mode;
  const isTimeNew = isFirst || timeXml(before!.time) !== timeXml(measure.time);
  const clefs = score.clefs.filter(
    (clef) => clef.part === part && clef.at === measure.start && clef.measure === measure.index,
  );
  const lines = [
    isFirst ? `<divisions>${divisions}</divisions>` : '',
    isKeyNew ? `<key><fifths>${measure.key.fifths}</fifths><mode>${measure.key.mode}</mode></key>` : '',
    isTimeNew ? timeXml(measure.time) : '',
    isFirst && score.parts[part]!.staves > 1 ? `<staves>${score.parts[part]!.staves}</staves>` : '',
    ...clefs.map(clefXml),
  ].join('');
  const rehearsal =
    part === 0 && measure.rehearsal !== null
      ? `<direction placement="above"><direction-type><rehearsal>${escapeXml(measure.rehearsal)}</rehearsal></direction-type></direction>`
      : '';
  return (lines ? `<attributes>${lines}</attributes>` : '') + rehearsal;
}
