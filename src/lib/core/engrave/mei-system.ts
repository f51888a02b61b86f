import { escapeXml } from '../formats/xml';
import { TREBLE, type Clef, type Measure, type Note, type Score, type TimeSignature } from '../score/model';
import { beatsOf, endOf, metreOffset } from '../score/time';
import type { NoteId, Ticks } from '../units';
import { AccidentalLedger } from './accidentals';
import { beamRuns } from '../score/beams';
import type { Layer, Slot, SlotNote } from './layers';
import { chordId, isSungByBothHands, measureEvents, slotEvents, sungWords } from './mei-events';
import {
  meiAccidental,
  meiArticulations,
  meiClefAttributes,
  meiDuration,
  meiKeySignature,
} from './mei-values';
import type { EngravingSource, Markings, SystemRange } from './source';

/**
 * One line of music as a whole MEI document. Ties and slurs that enter or leave the line get stubs at its edge.
 * O(events in the line).
 */
export function meiSystem(source: EngravingSource, range: SystemRange, markings: Markings): string {
  const measures = source.score.measures.slice(range.from, range.to + 1);
  const first = measures[0]!;
  const staves = source.score.parts[0]?.staves ?? 1;
  const ledgers = Array.from({ length: staves }, () => new AccidentalLedger(first.key));
  const clefs = Array.from({ length: staves }, (_, staff) => clefAt(source.score, staff, first));
  const content = measures.map((measure, index) => {
    const before = measures[index - 1];
    const change = before ? signatureChange(before, measure) : '';
    return { measure, xml: change + measureXml(source, measure, range, ledgers, markings) };
  });
  const isMetreHidden =
    markings.isWithoutMetre === true || (range.from > 0 && !isTimeNew(source.score, range.from));
  const meter = `meter.count="${meterCount(first.time)}" meter.unit="${first.time.beatType}"${isMetreHidden ? ' meter.form="invis"' : ''}`;
  const order = source.score.parts[0]?.order ?? clefs.map((_, staff) => staff);
  const staffDefs = order.map(
    (staff) =>
      `<staffDef n="${staff + 1}" lines="5"${staff === markings.smallStaff ? ' scale="65%"' : ''}><clef ${meiClefAttributes(clefs[staff]!)}/></staffDef>`,
  );
  const part = source.score.parts[0];
  const group = staffGroups(staffDefs, part?.groups ?? [staves], part?.names ?? []);
  return `<mei xmlns="http://www.music-encoding.org/ns/mei" meiversion="5.0"><meiHead><fileDesc><titleStmt><title/></titleStmt><pubStmt/></fileDesc></meiHead><music><body><mdiv><score><scoreDef ${meter} keysig="${meiKeySignature(first.key.fifths)}">${group}</scoreDef><section><pb/><sb/>${groupEndings(content)}</section></score></mdiv></body></music></mei>`;
}

/** Staves that one player reads are braced together; several players' stand one above the other. */
function staffGroups(
  staffDefs: readonly string[],
  sizes: readonly number[],
  names: readonly string[],
): string {
  let next = 0;
  const groups = sizes.map((size, index) => {
    const own = staffDefs.slice(next, next + size).join('');
    next += size;
    const name = names[index] ? `<label>${escapeXml(names[index])}</label>` : '';
    return size > 1 ? `<staffGrp symbol="brace" bar.thru="true">${name}${own}</staffGrp>` : own;
  });
  return sizes.length === 1 && sizes[0]! > 1 ? groups[0]! : `<staffGrp>${groups.join('')}</staffGrp>`;
}

/** Unequal groups are printed, 3+2 over 8; equal ones say nothing that 8 over 8 does not. */
function meterCount({ beats, groups }: TimeSignature): string {
  return groups && groups.some((size) => size !== groups[0]) ? groups.join('+') : String(beats);
}

function isTimeNew(score: Score, index: number): boolean {
  const [before, now] = [score.measures[index - 1]?.time, score.measures[index]?.time];
  return before?.beats !== now?.beats || before?.beatType !== now?.beatType;
}

function signatureChange(before: Measure, measure: Measure): string {
  const key =
    before.key.fifths === measure.key.fifths ? '' : ` keysig="${meiKeySignature(measure.key.fifths)}"`;
  const isTime = before.time.beats !== measure.time.beats || before.time.beatType !== measure.time.beatType;
  const time = isTime
    ? ` meter.count="${meterCount(measure.time)}" meter.unit="${measure.time.beatType}"`
    : '';
  return key || time ? `<scoreDef${key}${time}/>` : '';
}

function clefAt(score: Score, staff: number, measure: Measure): Clef {
  return score.clefs.findLast((clef) => clef.staff === staff && clef.at <= measure.start) ?? TREBLE;
}

function groupEndings(content: readonly { readonly measure: Measure; readonly xml: string }[]): string {
  let open = '';
  let xml = '';
  for (const each of content) {
    const ending = each.measure.endings.join(', ');
    if (ending !== open) {
      xml += open ? '</ending>' : '';
      xml += ending ? `<ending n="${ending}" label="${ending}.">` : '';
      open = ending;
    }
    xml += each.xml;
  }
  return xml + (open ? '</ending>' : '');
}

function measureXml(
  source: EngravingSource,
  measure: Measure,
  range: SystemRange,
  ledgers: readonly AccidentalLedger[],
  markings: Markings,
): string {
  const offset = metreOffset(source.score.measures, measure.index);
  const events: string[] = [];
  const isShared = markings.lyrics && isSungByBothHands(source, range);
  const onNotes = isShared ? { ...markings, lyrics: false } : markings;
  const isChart = source.score.notes.length === 0 && source.score.chords.length > 0;
  const staves = source.layers[measure.index]!.map((layers, staff) => {
    const ledger = ledgers[staff]!;
    ledger.startMeasure(measure.key);
    const signs = accidentalsOf(layers, ledger, source.tieTargets);
    const clefs = source.score.clefs.filter(
      (clef) => clef.staff === staff && clef.measure === measure.index && clef.at > measure.start,
    );
    const xml = layers.map((layer, index) => {
      const write = (slot: Slot) => {
        const clef =
          index === 0
            ? clefs
                .filter((each) => each.at === slot.at)
                .map((each) => `<clef ${meiClefAttributes(each)}/>`)
                .join('')
            : '';
        events.push(...slotEvents(source, slot, staff, range, markings));
        return clef + slotXml(slot, signs, onNotes);
      };
      const written = isChart ? slashesXml(measure, offset) : layerXml(layer, measure, offset, write);
      return `<layer n="${index + 1}">${written}</layer>`;
    });
    return `<staff n="${staff + 1}">${xml.join('')}</staff>`;
  });
  events.push(...measureEvents(source, measure, range, markings));
  if (isShared) events.push(...sungWords(source, measure));
  const left = measure.startsRepeat ? ' left="rptstart"' : '';
  return `<measure xml:id="m${measure.index}" n="${escapeXml(measure.number)}"${left} right="${rightBarline(source.score, measure)}">${staves.join('')}${events.join('')}</measure>`;
}

/** A chart has no notes: a slash a beat shows how long its chords last. */
function slashesXml(measure: Measure, offset: Ticks): string {
  return beatsOf(measure.time)
    .filter((beat) => beat.at >= offset && beat.at < offset + measure.length)
    .map(
      (beat) =>
        `<note ${meiDuration(beat.length)} pname="b" oct="4" head.shape="slash" stem.visible="false"/>`,
    )
    .join('');
}

function rightBarline(score: Score, measure: Measure): string {
  if (measure.endsRepeat !== null) return 'rptend';
  if (measure.start + measure.length === endOf(score.measures) && measure.barline === 'single') return 'end';
  return { single: 'single', double: 'dbl', final: 'end', dashed: 'dashed', none: 'invis' }[measure.barline];
}

function accidentalsOf(
  layers: readonly Layer[],
  ledger: AccidentalLedger,
  tieTargets: ReadonlySet<NoteId>,
): ReadonlyMap<NoteId, string> {
  const signs = new Map<NoteId, string>();
  const inOrder = layers
    .flat()
    .flatMap((slot) => [
      ...slot.graces.map((note) => ({ at: slot.at - 0.5, id: note.id, note, isTiedInto: false })),
      ...slot.notes.map(({ id, note, isFirst }) => ({
        at: slot.at as number,
        id,
        note,
        isTiedInto: !isFirst || tieTargets.has(note.id),
      })),
    ])
    .sort((a, b) => a.at - b.at);
  for (const { id, note, isTiedInto } of inOrder) {
    const sign = ledger.signFor(note.pitch, isTiedInto);
    const name = meiAccidental(note.pitch.alter);
    signs.set(
      id,
      sign === 'none' ? (note.pitch.alter === 0 ? '' : ` accid.ges="${name}"`) : ` accid="${name}"`,
    );
  }
  return signs;
}

function layerXml(
  layer: Layer,
  measure: Measure,
  offset: Parameters<typeof beamRuns>[2],
  write: (slot: Slot) => string,
): string {
  let xml = '';
  let openTuplet = '';
  for (const run of beamRuns(layer, measure, offset)) {
    const tuplet = run.slots[0]!.tuplet;
    if ((tuplet?.id ?? '') !== openTuplet) {
      xml += openTuplet ? '</tuplet>' : '';
      xml += tuplet
        ? `<tuplet num="${tuplet.actual}" numbase="${tuplet.normal}" num.format="count" bracket.visible="${run.isBeamed ? 'false' : 'true'}">`
        : '';
      openTuplet = tuplet?.id ?? '';
    }
    const inner = run.slots.map(write).join('');
    xml += run.isBeamed ? `<beam>${inner}</beam>` : inner;
  }
  return xml + (openTuplet ? '</tuplet>' : '');
}

function slotXml(slot: Slot, signs: ReadonlyMap<NoteId, string>, markings: Markings): string {
  const graces = slot.graces.map((grace) => graceXml(grace, signs)).join('');
  const duration = meiDuration(slot.duration, slot.tuplet);
  switch (slot.kind) {
    case 'measure-rest':
      return `${graces}<mRest/>`;
    case 'rest':
      return `${graces}<rest ${duration}/>`;
    case 'space':
      return `<space ${duration}/>`;
    case 'notes': {
      const [only, ...more] = slot.notes;
      if (more.length === 0 && only) return graces + noteXml(only, duration, signs, markings);
      const articulations = meiArticulations([
        ...new Set(slot.notes.flatMap(({ note, isFirst }) => (isFirst ? note.articulations : []))),
      ]);
      const inner = slot.notes.map((each) => noteXml(each, '', signs, markings)).join('');
      return `${graces}<chord xml:id="${chordId(slot)}" ${duration}${articulations}>${inner}</chord>`;
    }
  }
}

function noteXml(
  { id, note, isFirst }: SlotNote,
  duration: string,
  signs: ReadonlyMap<NoteId, string>,
  markings: Markings,
): string {
  const { pitch } = note;
  const articulations = isFirst && duration ? meiArticulations(note.articulations) : '';
  const hand = note.staff === 0 ? 'rh' : 'lh';
  const verses = markings.lyrics && isFirst ? note.lyrics.map(verseXml).join('') : '';
  const open = `<note xml:id="${id}" type="${hand}" pname="${pitch.step.toLowerCase()}" oct="${pitch.octave}"${duration ? ` ${duration}` : ''}${signs.get(id) ?? ''}${articulations}`;
  return verses ? `${open}>${verses}</note>` : `${open}/>`;
}

function graceXml(note: Note, signs: ReadonlyMap<NoteId, string>): string {
  const grace = note.grace!;
  return `<note xml:id="${note.id}" grace="unacc" pname="${note.pitch.step.toLowerCase()}" oct="${note.pitch.octave}" ${meiDuration(grace.written)}${signs.get(note.id) ?? ''}${grace.hasSlash ? ' stem.mod="1slash"' : ''}/>`;
}

function verseXml(lyric: Note['lyrics'][number]): string {
  const position = {
    single: '',
    begin: ' wordpos="i" con="d"',
    middle: ' wordpos="m" con="d"',
    end: ' wordpos="t"',
  }[lyric.syllabic];
  const line = lyric.isExtended && !position.includes('con') ? ' con="u"' : '';
  return `<verse n="${lyric.verse}"><syl${position}${line}>${escapeXml(lyric.text)}</syl></verse>`;
}
