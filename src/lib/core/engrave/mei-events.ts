import { escapeXml } from '../formats/xml';
import { chordLabel } from '../pitch/chord';
import type { Mark, Measure, Score } from '../score/model';
import { TICKS_PER_WHOLE } from '../units';
import type { Slot } from './layers';
import { meiNoteEvents } from './mei-values';
import type { EngravingSource, Markings, SystemRange } from './source';

/** Ties, fingers and signs that hang on the notes of a slot. */
export function slotEvents(
  source: EngravingSource,
  slot: Slot,
  staff: number,
  range: SystemRange,
  markings: Markings,
): readonly string[] {
  return [
    ...slot.graces.map((note) => ({ id: note.id, note, tieTo: null, isFirst: true })),
    ...slot.notes,
  ].flatMap(({ id, note, tieTo, isFirst }) => {
    const events: string[] = [];
    if (tieTo !== null) {
      const target = source.positionOf.get(tieTo);
      const leaves = target !== undefined && target.measure > range.to;
      events.push(leaves ? `<lv startid="#${id}"/>` : `<tie startid="#${id}" endid="#${tieTo}"/>`);
    }
    if (isFirst && markings.fingers && note.finger !== null) {
      events.push(
        `<fing startid="#${id}" staff="${staff + 1}" place="${staff === 0 ? 'above' : 'below'}">${note.finger}</fing>`,
      );
    }
    if (isFirst) events.push(...meiNoteEvents(note.articulations, id, staff + 1));
    return events;
  });
}

/** Chord symbols, counts, dynamics, words, slurs and the stubs of what enters from the line before. */
export function measureEvents(
  source: EngravingSource,
  measure: Measure,
  range: SystemRange,
  markings: Markings,
): readonly string[] {
  const { score } = source;
  const stamp = (at: number) =>
    `tstamp="${round((at - measure.start) / (TICKS_PER_WHOLE / measure.time.beatType) + 1)}"`;
  const inMeasure = <T extends { measure: number }>(events: readonly T[]) =>
    events.filter((event) => event.measure === measure.index);
  const staves = score.parts[0]?.staves ?? 1;
  const events: string[] = [];
  if (markings.chordSymbols) {
    for (const symbol of inMeasure(score.chords)) {
      events.push(
        `<harm xml:id="${symbol.id}" n="1" staff="1" place="above" ${stamp(symbol.at)}>${escapeXml(chordLabel(symbol.chord))}</harm>`,
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
        `<harm xml:id="n${measure.index}c${index}" type="count ${count.state}" n="2" staff="${staves}" place="below" ${stamp(measure.start + count.at)}><rend halign="center" fontsize="85%">${escapeXml(text)}</rend></harm>`,
      );
    }
  }
  if (markings.lyrics) {
    for (const [index, word] of inMeasure(score.words).entries()) {
      events.push(
        `<harm xml:id="w${measure.index}c${index}" type="word" n="3" staff="${staves}" place="below" ${stamp(word.at)}>${escapeXml(word.text.trim())}</harm>`,
      );
    }
  }
  for (const mark of inMeasure(score.marks)) events.push(markXml(mark, measure, range, score, stamp));
  events.push(...slurEvents(source, measure, range));
  if (measure.index === range.from && measure.index > 0) events.push(...enteringTies(source, measure));
  if (measure.rehearsal !== null)
    events.push(
      `<reh${measure.index === range.from ? ' type="opens-line"' : ''} staff="1" tstamp="0" place="above">${escapeXml(measure.rehearsal)}</reh>`,
    );
  return events.filter((event) => event !== '');
}

function markXml(
  mark: Mark,
  measure: Measure,
  range: SystemRange,
  score: Score,
  stamp: (at: number) => string,
): string {
  const staff = `staff="${mark.staff + 1}"`;
  switch (mark.kind) {
    case 'dynamic':
      return `<dynam ${staff} place="below" ${stamp(mark.at)}>${escapeXml(mark.text)}</dynam>`;
    case 'words':
      return `<dir ${staff} place="${mark.placement}" ${stamp(mark.at)}>${escapeXml(mark.text)}</dir>`;
    case 'tempo':
      return `<tempo staff="1" place="above" ${stamp(mark.at)} mm.unit="4" mm="${Math.round((mark.bpm * mark.beatUnit) / (TICKS_PER_WHOLE / 4))}"/>`;
    case 'hairpin': {
      const lastOnLine = score.measures[range.to]!;
      const end = Math.min(mark.end, lastOnLine.start + lastOnLine.length);
      const endMeasure =
        score.measures.findLast((each) => each.start < end && each.index <= range.to) ?? measure;
      const beat = round((end - endMeasure.start) / (TICKS_PER_WHOLE / endMeasure.time.beatType) + 1);
      return `<hairpin ${staff} place="below" form="${mark.direction === 'crescendo' ? 'cres' : 'dim'}" ${stamp(mark.at)} tstamp2="${endMeasure.index - measure.index}m+${beat}"/>`;
    }
    case 'pedal':
      return '';
  }
}

function slurEvents(source: EngravingSource, measure: Measure, range: SystemRange): readonly string[] {
  return source.score.slurs.flatMap(({ from, to }) => {
    const [start, end] = [source.positionOf.get(from), source.positionOf.get(to)];
    if (!start || !end) return [];
    const staff = `staff="${start.staff + 1}"`;
    if (start.measure === measure.index) {
      if (end.measure <= range.to) return [`<slur startid="#${from}" endid="#${to}" ${staff}/>`];
      const last = source.score.measures[range.to]!;
      return [
        `<slur startid="#${from}" ${staff} tstamp2="${range.to - measure.index}m+${last.time.beats + 1}"/>`,
      ];
    }
    const entersHere =
      measure.index === range.from && start.measure < range.from && end.measure >= range.from;
    if (!entersHere) return [];
    if (end.measure <= range.to) return [`<slur tstamp="0.5" endid="#${to}" ${staff}/>`];
    return [
      `<slur tstamp="0.5" ${staff} tstamp2="${range.to - measure.index}m+${source.score.measures[range.to]!.time.beats + 1}"/>`,
    ];
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
