import { escapeXml } from '../formats/xml';
import { chordLabel, plainChord } from '../pitch/chord';
import { midiOf, spellingLabel } from '../pitch/pitch';
import type { Mark, Measure, Note, Score } from '../score/model';
import { TICKS_PER_WHOLE, type NoteId } from '../units';
import { fingerInkId } from './finger-ink';
import type { Slot } from './layers';
import { meiNoteEvents } from './mei-values';
import { slurSide } from './slur-side';
import type { EngravingSource, Markings, SystemRange } from './source';

/** Ties, fingers and signs that hang on the notes of a slot. */
export function slotEvents(
  source: EngravingSource,
  slot: Slot,
  staff: number,
  range: SystemRange,
  markings: Markings,
): readonly string[] {
  const rolled = slot.notes.filter(
    ({ note, isFirst }) => isFirst && note.articulations.includes('arpeggiate'),
  );
  const roll =
    rolled.length > 1
      ? [`<arpeg plist="${rolled.map(({ id }) => `#${id}`).join(' ')}" staff="${staff + 1}"/>`]
      : [];
  const own = [
    ...slot.graces.map((note) => ({ id: note.id, note, tieTo: null, isFirst: true })),
    ...slot.notes,
  ].flatMap(({ id, note, tieTo, isFirst }) => {
    const events: string[] = [];
    if (tieTo !== null) {
      const target = source.positionOf.get(tieTo);
      const leaves = target !== undefined && target.measure > range.to;
      events.push(leaves ? `<lv startid="#${id}"/>` : `<tie startid="#${id}" endid="#${tieTo}"/>`);
    }
    if (isFirst) events.push(...meiNoteEvents(note.articulations, id, staff + 1));
    return events;
  });
  return [...roll, ...own, ...(markings.fingers ? fingerEvents(slot, staff) : [])];
}

/** Fingers outside the staves; a chord's stand in one column, the first written being the nearest to the staff. */
function fingerEvents(slot: Slot, staff: number): readonly string[] {
  const isChord = slot.notes.length > 1;
  const graces = slot.graces.map((note) => ({ id: note.id as string, note }));
  const struck = slot.notes
    .filter(({ isFirst }) => isFirst)
    .map(({ id, note }) => ({ id: isChord ? chordId(slot) : id, note }));
  const outward = staff === 0 ? struck : struck.toReversed();
  // Below the staff a digit stands a little to the right, clear of stems that go down.
  const place = staff === 0 ? 'place="above"' : 'place="below" ho="0.6vu"';
  return [...graces, ...outward]
    .filter(({ note }) => note.finger !== null)
    .map(
      ({ id, note }) =>
        `<fing xml:id="${fingerInkId(note.id)}" startid="#${id}" staff="${staff + 1}" ${place}>${fingerText(note)}</fing>`,
    );
}

/** Fingers of a chord hang on the chord, so that they stand in one column where heads stand side by side. */
export function chordId({ notes }: Slot): string {
  return `${notes[0]!.id}-chord`;
}

/** One digit, or two where another finger takes the key over. */
function fingerText({ finger, fingerThen }: Note): string {
  return fingerThen === undefined ? String(finger) : `${finger}–${fingerThen}`;
}

/** Chord symbols, counts, dynamics, words, slurs and the stubs of what enters from the line before. */
export function measureEvents(
  source: EngravingSource,
  measure: Measure,
  range: SystemRange,
  markings: Markings,
): readonly string[] {
  const { score } = source;
  const stamp = (at: number) => tstampOf(measure, at);
  const inMeasure = <T extends { measure: number }>(events: readonly T[]) =>
    events.filter((event) => event.measure === measure.index);
  const part = score.parts[0];
  // A learner's two staves are counted, whoever else plays or sings with them.
  const lower = Math.min(2, part?.staves ?? 1);
  const top = (part?.order?.[0] ?? 0) + 1;
  const events: string[] = [];
  if (markings.chordSymbols) {
    for (const symbol of inMeasure(score.chords)) {
      events.push(
        `<harm xml:id="${symbol.id}" n="1" staff="${top}" place="above" ${stamp(symbol.at)}>${escapeXml(chordLabel(markings.arePlainChords ? plainChord(symbol.chord) : symbol.chord))}</harm>`,
      );
    }
  }
  if (markings.counts) {
    for (const [index, count] of (source.counts[measure.index] ?? []).entries()) {
      // A held count is bracketed and a rest said in parentheses, so that the three read apart without colour.
      const text =
        count.state === 'sounds'
          ? count.syllable
          : count.state === 'held'
            ? `–${count.syllable}`
            : `(${count.syllable})`;
      events.push(
        `<harm xml:id="n${measure.index}c${index}" type="count ${count.state}" n="2" staff="${count.isRightOnly ? 1 : lower}" place="below" ${stamp(measure.start + count.at)}><rend halign="center" fontsize="85%">${escapeXml(text)}</rend></harm>`,
      );
    }
  }
  if (markings.noteNames) events.push(...nameEvents(source, measure, stamp));
  if (markings.lyrics) {
    for (const [index, word] of inMeasure(score.words).entries()) {
      events.push(
        `<harm xml:id="w${measure.index}c${index}" type="word" n="3" staff="${lower}" place="below" ${stamp(word.at)}>${escapeXml(word.text.trim())}</harm>`,
      );
    }
  }
  for (const mark of inMeasure(score.marks))
    if (mark.kind !== 'pedal') events.push(markXml(mark, measure, range, score, stamp, top));
  if (markings.pedal) events.push(...pedalEvents(score, measure, stamp));
  events.push(...slurEvents(source, measure, range));
  if (measure.index === range.from && measure.index > 0) events.push(...enteringTies(source, measure));
  if (measure.rehearsal !== null)
    events.push(
      `<reh${rehearsalType(measure, range)} staff="${top}" tstamp="0" place="above">${escapeXml(measure.rehearsal)}</reh>`,
    );
  return events.filter((event) => event !== '');
}

/** The letters of what is struck, under the staff it stands on: one under another, as the notes of a chord stand. */
function nameEvents(
  source: EngravingSource,
  measure: Measure,
  stamp: (at: number) => string,
): readonly string[] {
  return source.events[measure.index]!.flatMap(({ notes }, staff) =>
    struckNames(notes, source.tieTargets).flatMap(({ at, names }) =>
      names.map(
        (name, row) =>
          // The engraver makes room for what has the same number, on whatever staff: each row has its own.
          `<harm type="name" n="${4 + 20 * staff + row}" staff="${staff + 1}" place="below" ${stamp(at)}><rend halign="center" fontsize="80%">${escapeXml(name)}</rend></harm>`,
      ),
    ),
  );
}

/** What each touch of a staff is called, the highest note first. */
export function struckNames(
  notes: readonly Note[],
  tieTargets: ReadonlySet<NoteId>,
): readonly { readonly at: number; readonly names: readonly string[] }[] {
  const struck = notes.filter((note) => !note.grace && !tieTargets.has(note.id));
  return [...new Set(struck.map((note) => note.at))].map((at) => ({
    at,
    names: struck
      .filter((note) => note.at === at)
      .sort((a, b) => midiOf(b.pitch) - midiOf(a.pitch))
      .map((note) => spellingLabel(note.pitch)),
  }));
}

/** Where a line begins there is no room before its first beat, least of all beside the metre. */
function rehearsalType(measure: Measure, range: SystemRange): string {
  if (measure.index !== range.from) return '';
  return measure.index === 0 ? ' type="opens-line opens-piece"' : ' type="opens-line"';
}

/** Does the left hand take notes of a song whose words stand under the right? */
export function isSungByBothHands({ events }: EngravingSource, range: SystemRange): boolean {
  return events
    .slice(range.from, range.to + 1)
    .some((staves) => staves.length > 1 && staves[1]!.notes.some((note) => note.lyrics.length > 0));
}

/** Words of a song on one line under the right hand, whichever hand has the note. */
export function sungWords({ events }: EngravingSource, measure: Measure): readonly string[] {
  return events[measure.index]!.flatMap(({ notes }) => notes).flatMap((note) =>
    note.lyrics.slice(0, 1).map(({ text, syllabic }) => {
      const hyphen = syllabic === 'begin' || syllabic === 'middle' ? ' –' : '';
      const stamp = tstampOf(measure, note.at);
      return `<harm type="word" n="3" staff="1" place="below" ${stamp}>${escapeXml(text + hyphen)}</harm>`;
    }),
  );
}

function tstampOf(measure: Measure, at: number): string {
  return `tstamp="${round((at - measure.start) / (TICKS_PER_WHOLE / measure.time.beatType) + 1)}"`;
}

function markXml(
  mark: Exclude<Mark, { kind: 'pedal' }>,
  measure: Measure,
  range: SystemRange,
  score: Score,
  stamp: (at: number) => string,
  top: number,
): string {
  const staff = `staff="${mark.staff + 1}"`;
  switch (mark.kind) {
    case 'dynamic':
      return `<dynam ${staff} place="below" ${stamp(mark.at)}>${escapeXml(mark.text)}</dynam>`;
    case 'words':
      return `<dir ${staff} place="${mark.placement}" ${stamp(mark.at)}>${escapeXml(mark.text)}</dir>`;
    case 'tempo':
      return `<tempo staff="${top}" place="above" ${stamp(mark.at)} mm.unit="4" mm="${Math.round((mark.bpm * mark.beatUnit) / (TICKS_PER_WHOLE / 4))}"/>`;
    case 'hairpin': {
      const lastOnLine = score.measures[range.to]!;
      const end = Math.min(mark.end, lastOnLine.start + lastOnLine.length);
      const endMeasure =
        score.measures.findLast((each) => each.start < end && each.index <= range.to) ?? measure;
      const beat = round((end - endMeasure.start) / (TICKS_PER_WHOLE / endMeasure.time.beatType) + 1);
      return `<hairpin ${staff} place="below" form="${mark.direction === 'crescendo' ? 'cres' : 'dim'}" ${stamp(mark.at)} tstamp2="${endMeasure.index - measure.index}m+${beat}"/>`;
    }
  }
}

/** Lines under the lower staff; a change is an up and a down at one place, the up first. One at a barline ends its measure. */
function pedalEvents(score: Score, measure: Measure, stamp: (at: number) => string): readonly string[] {
  const end = measure.start + measure.length;
  const draw = (dir: 'down' | 'up', at: number) =>
    `<pedal dir="${dir}" form="line" staff="2" place="below" vgrp="200" ${stamp(at)}/>`;
  const marks = score.marks.filter(
    (mark) => mark.kind === 'pedal' && (mark.measure === measure.index || mark.at === end),
  );
  return marks.flatMap((mark) => {
    if (mark.kind !== 'pedal') return [];
    // What is changed on the next downbeat is lifted here and put down there.
    if (mark.at === end && mark.measure !== measure.index)
      return mark.action === 'change' ? [draw('up', end)] : [];
    const isOnDownbeat = mark.at === measure.start;
    if (mark.action === 'down') return [draw('down', mark.at)];
    if (mark.action === 'up') return [draw('up', mark.at)];
    return isOnDownbeat ? [draw('down', mark.at)] : [draw('up', mark.at), draw('down', mark.at)];
  });
}

/** Slurs that begin in a measure, and in the first of a line those that come in; what leaves the line ends at its edge. */
function slurEvents(source: EngravingSource, measure: Measure, range: SystemRange): readonly string[] {
  return source.slurs.flatMap((placed) => {
    const { slur, start, end } = placed;
    const begins = start.measure === measure.index;
    const enters = measure.index === range.from && start.measure < range.from;
    if ((!begins && !enters) || end.measure < measure.index) return [];
    const from = begins ? `startid="#${slur.from}"` : 'tstamp="0.5"';
    const edge = `${range.to - measure.index}m+${source.score.measures[range.to]!.time.beats + 1}`;
    const to = end.measure <= range.to ? `endid="#${slur.to}"` : `tstamp2="${edge}"`;
    return [`<slur ${from} ${to} staff="${start.staff + 1}" curvedir="${slurSide(source, placed)}"/>`];
  });
}

function enteringTies(source: EngravingSource, measure: Measure): readonly string[] {
  return source.layers[measure.index]!.flat(2).flatMap((slot) =>
    slot.notes.flatMap(({ id, note, isFirst }) =>
      isFirst && slot.at === measure.start && source.tieTargets.has(note.id)
        ? [`<tie tstamp="0.5" endid="#${id}" staff="${note.staff + 1}"/>`]
        : [],
    ),
  );
}

function round(value: number): number {
  return Math.round(value * 10_000) / 10_000;
}
