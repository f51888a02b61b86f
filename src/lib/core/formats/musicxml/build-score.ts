import { grouped } from '../../score/grouped';
import {
  type ClefChange,
  type Measure,
  type Note,
  type Part,
  type Rest,
  type Score,
  type Slur,
  type TimeSignature,
  type Tuplet,
  BASS,
  TREBLE,
} from '../../score/model';
import { compareNotes, comparePlaces } from '../../score/order';
import { beatGroups, metreLength, isGroupingUnsaid } from '../../score/time';
import { isSamePitch, midiOf } from '../../pitch/pitch';
import { ticks, type NoteId } from '../../units';
import { warnUnevenMeasures } from '../measure-lengths';
import type { WarningList } from '../result';
import type { MeasureDraft, PartReader, SlurEnd } from './part-state';

type Header = Pick<Score, 'title' | 'composer' | 'lyricist' | 'rights'> & { readonly parts: readonly Part[] };

/** Joins what the parts' readers gathered: ties and slurs find their ends, tuplets their groups, metres their beats. */
export function buildScore(
  header: Header,
  drafts: readonly MeasureDraft[],
  readers: readonly PartReader[],
  warnings: WarningList,
): Score {
  const measures = buildMeasures(drafts, warnings);
  const ties = new Map(readers.flatMap((reader) => [...linkTies(reader, measures, warnings)]));
  const tuplets = new Map(readers.flatMap((reader) => [...groupTuplets([...reader.notes, ...reader.rests])]));
  const notes = readers
    .flatMap((reader) => reader.notes)
    .map((note) => ({ ...note, tieTo: ties.get(note.id) ?? null, tuplet: tuplets.get(note) ?? null }))
    .sort(compareNotes);
  const rests = readers
    .flatMap((reader) => reader.rests)
    .map((rest) => ({ ...rest, tuplet: tuplets.get(rest) ?? null }))
    .sort(comparePlaces);
  const seen = new Set<number>();
  const chords = readers
    .flatMap((reader) => reader.chords)
    .sort((a, b) => a.at - b.at)
    .filter((chord) => !seen.has(chord.at) && seen.add(chord.at));
  return {
    ...header,
    measures,
    notes,
    rests,
    chords,
    clefs: withOpeningClefs(header.parts, readers),
    slurs: readers.flatMap((reader) => linkSlurs(reader, warnings)),
    marks: readers.flatMap((reader) => reader.marks).sort((a, b) => a.at - b.at),
    words: [],
    slashes: [],
    typedKey: null,
    judgement: null,
  };
}

function buildMeasures(drafts: readonly MeasureDraft[], warnings: WarningList): readonly Measure[] {
  const grouped = groupIrregularMetres(drafts);
  const measures = drafts.map((draft, index): Measure => ({
    index,
    number: draft.number,
    start: draft.start,
    length: draft.length,
    time: grouped.get(draft.time) ?? draft.time,
    key: draft.key,
    barline: draft.barline,
    startsRepeat: draft.startsRepeat,
    endsRepeat: draft.endsRepeat,
    endings: draft.endings,
    rehearsal: draft.rehearsal,
  }));
  warnUnevenMeasures(measures, warnings, (index) => drafts[index]!.isImplicit);
  return measures;
}

/**
 * 8/8, 5/8 and the like do not say how they group; the beams of the source do. Of the groupings in twos, threes and
 * fours the one is taken whose starts carry the most beams, the plain default winning ties.
 */
function groupIrregularMetres(drafts: readonly MeasureDraft[]): ReadonlyMap<TimeSignature, TimeSignature> {
  const result = new Map<TimeSignature, TimeSignature>();
  for (const time of new Set(drafts.map((draft) => draft.time))) {
    if (!isGroupingUnsaid(time)) continue;
    const starts = drafts.filter((draft) => draft.time === time).flatMap((draft) => draft.beamStarts);
    if (starts.length === 0) continue;
    const unit = metreLength({ beats: 1, beatType: time.beatType });
    const candidates = [beatGroups(time), ...groupingsOf(time.beats)];
    const score = (groups: readonly number[]) => {
      let at = 0;
      const points = groups.map((size) => (at += size) - size);
      const carried = starts.filter((start) => points.includes(start / unit)).length;
      return carried - (points.length - 1) * 0.05 * starts.length;
    };
    const best = candidates.reduce((a, b) => (score(b) > score(a) ? b : a));
    result.set(time, { ...time, groups: best });
  }
  return result;
}

function groupingsOf(beats: number): readonly (readonly number[])[] {
  if (beats === 0) return [[]];
  return [2, 3]
    .filter((size) => size <= beats)
    .flatMap((size) => groupingsOf(beats - size).map((rest) => [size, ...rest]));
}

function linkTies(
  reader: PartReader,
  measures: readonly Measure[],
  warnings: WarningList,
): ReadonlyMap<NoteId, NoteId> {
  const links = new Map<NoteId, NoteId>();
  const begun: Note[] = [];
  const ended = new Set<Note>();
  /** Ties that have begun, by the moment they reach and their key on the keyboard. */
  const open = new Map<string, Note[]>();
  const marks = [...reader.tieMarks].sort((a, b) => compareNotes(a.note, b.note));
  for (const { note, starts, stops } of marks) {
    const key = midiOf(note.pitch);
    if (stops) {
      const reaching = (open.get(`${note.at}/${key}`) ?? []).filter((each) => !ended.has(each));
      // A note may be held under another name: that is one key all the same.
      const alike = reaching.filter((each) => isSamePitch(each.pitch, note.pitch));
      const candidates = alike.length > 0 ? alike : reaching;
      const from = candidates.find((each) => each.voice === note.voice) ?? candidates[0];
      if (from) {
        links.set(from.id, note.id);
        ended.add(from);
      } else
        warnings.add('A tie ends here that begins nowhere; it was left out.', measures[note.measure]?.number);
    }
    if (starts) {
      begun.push(note);
      const place = `${note.at + note.duration}/${key}`;
      const reaching = open.get(place);
      if (reaching) reaching.push(note);
      else open.set(place, [note]);
    }
  }
  const linked = new Set(links.values());
  const following = grouped(
    reader.notes.filter(({ grace }) => !grace),
    ({ at, voice }) => `${at}/${voice}`,
  );
  for (const note of begun) {
    if (ended.has(note)) continue;
    // Some files mark only where each tie of a chain begins: the note that follows at the same pitch is meant.
    const next = following
      .get(`${note.at + note.duration}/${note.voice}`)
      ?.find((each) => isSamePitch(each.pitch, note.pitch) && !linked.has(each.id));
    if (next) links.set(note.id, next.id);
    else
      warnings.add(
        'A tie begins here that reaches no note; it was left out.',
        measures[note.measure]?.number,
      );
  }
  return links;
}

function linkSlurs(reader: PartReader, warnings: WarningList): readonly Slur[] {
  const order = new Map([...reader.notes].sort(compareNotes).map((note, index) => [note.id, index]));
  const place = (end: SlurEnd) => order.get(end.note) ?? 0;
  const starts = [...reader.slurEnds.starts].sort((a, b) => place(a) - place(b));
  const slurs: Slur[] = [];
  /** Slurs that have begun, by number and then by voice, the latest last. */
  const open = new Map<SlurEnd['number'], Map<string, SlurEnd[]>>();
  const ended = new Set<SlurEnd>();
  let begun = 0;
  for (const stop of [...reader.slurEnds.stops].sort((a, b) => place(a) - place(b))) {
    for (; begun < starts.length && place(starts[begun]!) < place(stop); begun += 1)
      stackOf(open, starts[begun]!).push(starts[begun]!);
    // Numbers are used again and again: the latest in the same voice is meant, else the latest of all.
    const voices = open.get(stop.number);
    const own = voices?.get(stop.voice);
    const stacks = own?.length ? [own] : [...(voices?.values() ?? [])].filter(({ length }) => length > 0);
    const start = stacks
      .reduce<SlurEnd[] | null>(
        (latest, each) => (latest && place(latest.at(-1)!) >= place(each.at(-1)!) ? latest : each),
        null,
      )
      ?.pop();
    if (!start) {
      warnings.add('A slur ends here that begins nowhere; it was left out.', stop.measure);
      continue;
    }
    ended.add(start);
    slurs.push({ from: start.note, to: stop.note });
  }
  for (const start of starts)
    if (!ended.has(start))
      warnings.add('A slur begins here that ends nowhere; it was left out.', start.measure);
  return slurs.sort(
    (a, b) =>
      (order.get(a.from) ?? 0) - (order.get(b.from) ?? 0) || (order.get(a.to) ?? 0) - (order.get(b.to) ?? 0),
  );
}

function stackOf(
  open: Map<SlurEnd['number'], Map<string, SlurEnd[]>>,
  { number, voice }: SlurEnd,
): SlurEnd[] {
  const voices = open.get(number) ?? new Map<string, SlurEnd[]>();
  const stack = voices.get(voice) ?? [];
  open.set(number, voices.set(voice, stack));
  return stack;
}

type Timed = Note | Rest;

/**
 * Which notes make up one tuplet: in each voice, consecutive notes of one ratio until they fill as many of their
 * shortest written value as the ratio says. Chord notes share the group of their onset.
 */
export function groupTuplets(events: readonly Timed[]): ReadonlyMap<Timed, Tuplet> {
  const groups = new Map<Timed, Tuplet>();
  const byVoice = grouped(
    events.filter((event) => event.tuplet && !('grace' in event && event.grace)),
    ({ measure, part, staff, voice }) => `${measure}/${part}/${staff}/${voice}`,
  );
  for (const [key, members] of byVoice) {
    let open: { tuplet: Tuplet; start: number; end: number; shortest: number } | null = null;
    for (const event of [...members].sort((a, b) => a.at - b.at)) {
      const { actual, normal } = event.tuplet!;
      const written = (event.duration * actual) / normal;
      const end = event.at + event.duration;
      const isSameOnset = open !== null && event.at < open.end;
      const goesOn =
        open !== null &&
        event.at === open.end &&
        open.tuplet.actual === actual &&
        open.tuplet.normal === normal &&
        !isComplete(open);
      if (!open || !(isSameOnset || goesOn)) {
        open = {
          tuplet: { id: `${key.replaceAll('/', '_')}_${event.at}`, actual, normal },
          start: event.at,
          end,
          shortest: written,
        };
      }
      open.end = Math.max(open.end, end);
      open.shortest = Math.min(open.shortest, written);
      groups.set(event, open.tuplet);
    }
  }
  return groups;
}

function isComplete(open: { tuplet: Tuplet; start: number; end: number; shortest: number }): boolean {
  const unit = open.shortest * open.tuplet.normal;
  return (
    Math.abs((open.end - open.start) % unit) < 1 || Math.abs(((open.end - open.start) % unit) - unit) < 1
  );
}

/** Every staff needs a clef at the start; where the file gives none, by the staff's place. */
function withOpeningClefs(parts: readonly Part[], readers: readonly PartReader[]): readonly ClefChange[] {
  return readers
    .flatMap((reader, part) => {
      const missing = Array.from({ length: parts[part]!.staves }, (_, staff) => staff).filter(
        (staff) => !reader.clefs.some((clef) => clef.staff === staff && clef.at === 0),
      );
      const opening = missing.map((staff) => ({
        ...(staff === 0 ? TREBLE : BASS),
        part,
        staff,
        measure: 0,
        at: ticks(0),
      }));
      return [...opening, ...reader.clefs];
    })
    .sort((a, b) => a.at - b.at || a.part - b.part || a.staff - b.staff);
}
