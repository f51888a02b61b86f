import type { Barline } from '../../score/model';
import { metreLength } from '../../score/time';
import { BOUNDS, isWholeWithin } from '../../score/bounds.data';
import { ticks, type Ticks } from '../../units';
import { Refusal } from '../result';
import { childOf, textOf, type XmlElement } from '../xml';
import { readHarmony } from './harmony';
import { durationOf, moveTo, type Cursor, type MeasureDraft, type PartReader } from './part-state';
import { readAttributes } from './read-attributes';
import { offsetOf, readDirection, readSound } from './read-direction';
import { readNote } from './read-note';

/** Elements that only say how the page looked, or repeat what the durations say. */
const LAYOUT_ONLY = new Set(['print', 'listening', 'bookmark', 'link', 'grouping']);

export function readMeasure(
  reader: PartReader,
  index: number,
  start: Ticks,
  file: string,
  before: MeasureDraft | undefined,
): MeasureDraft {
  const element = reader.measures[index];
  const number = element?.attributes['number'] ?? String(index + 1);
  if (!element) {
    reader.warnings.add(`Part “${reader.id}” ends before the others; it rests from here on.`, before?.number);
    return emptyDraft(reader, number, start);
  }
  const cursor: Cursor = {
    index,
    number,
    start,
    file,
    at: 0,
    chordAt: 0,
    furthest: 0,
    graceOrder: 0,
    lastGraceOrder: 0,
    rehearsal: null,
    beamStarts: [],
    notes: 0,
    chordNotes: 0,
  };
  let barline: Barline = 'single';
  let startsRepeat = false;
  let endsRepeat: number | null = null;
  let closesEnding = false;
  for (const child of element.children) {
    switch (child.name) {
      case 'attributes':
        readAttributes(reader, cursor, child);
        break;
      case 'note':
        readNote(reader, cursor, child);
        break;
      case 'backup':
        moveCursor(reader, cursor, child, -1);
        break;
      case 'forward':
        moveCursor(reader, cursor, child, 1);
        break;
      case 'direction':
        readDirection(reader, cursor, child);
        break;
      case 'sound':
        readSound(reader, cursor, child, 0);
        break;
      case 'harmony':
        addHarmony(reader, cursor, child);
        break;
      case 'barline': {
        const repeat = childOf(child, 'repeat');
        if (repeat?.attributes['direction'] === 'forward') startsRepeat = true;
        if (repeat?.attributes['direction'] === 'backward') endsRepeat = timesOf(repeat.attributes['times']);
        const ending = childOf(child, 'ending');
        if (ending?.attributes['type'] === 'start') {
          reader.endings = (ending.attributes['number'] ?? '1')
            .split(/[\s,]+/)
            .map(Number)
            .filter((n) => isWholeWithin('times', n))
            .slice(0, BOUNDS.times[1]);
        } else if (ending) closesEnding = true;
        if (child.attributes['location'] !== 'left') barline = readBarStyle(textOf(child, 'bar-style'));
        break;
      }
      default:
        if (!LAYOUT_ONLY.has(child.name))
          reader.warnings.add(`<${child.name}> was left out: Key Path does not use it.`, number);
    }
  }
  const full = metreLength(reader.time);
  const length = ticks(cursor.furthest === 0 ? full : cursor.furthest);
  const draft: MeasureDraft = {
    number,
    start,
    length,
    time: reader.time,
    key: reader.key,
    barline,
    startsRepeat,
    endsRepeat,
    endings: reader.endings,
    rehearsal: cursor.rehearsal,
    isImplicit: element.attributes['implicit'] === 'yes',
    beamStarts: cursor.beamStarts,
  };
  if (closesEnding) reader.endings = [];
  return draft;
}

function emptyDraft(reader: PartReader, number: string, start: Ticks): MeasureDraft {
  return {
    number,
    start,
    length: ticks(0),
    time: reader.time,
    key: reader.key,
    barline: 'single',
    startsRepeat: false,
    endsRepeat: null,
    endings: [],
    rehearsal: null,
    isImplicit: false,
    beamStarts: [],
  };
}

function moveCursor(reader: PartReader, cursor: Cursor, element: XmlElement, sign: 1 | -1): void {
  const to = cursor.at + sign * durationOf(reader, cursor, element);
  if (to < -0.5) {
    throw new Refusal({
      code: 'bad-score',
      message: 'The file steps back past the start of the measure.',
      place: { file: cursor.file, line: element.line, measure: cursor.number },
    });
  }
  moveTo(cursor, Math.max(0, to), element);
  if (sign > 0) cursor.furthest = Math.max(cursor.furthest, Math.round(to));
}

function addHarmony(reader: PartReader, cursor: Cursor, element: XmlElement): void {
  const chord = readHarmony(cursor, element);
  const offset = offsetOf(reader, element);
  const at = ticks(cursor.start + Math.max(0, Math.round(cursor.at + offset)));
  if (!chord) {
    const kind = childOf(element, 'kind');
    const text = kind?.attributes['text'] ?? kind?.text ?? '';
    reader.warnings.add(`A chord symbol (“${text}”) could not be read and was left out.`, cursor.number);
    return;
  }
  reader.chords.push({ id: `h${cursor.index}t${at - cursor.start}`, measure: cursor.index, at, chord });
}

function timesOf(text: string | undefined): number {
  const times = Number(text ?? 2);
  return isWholeWithin('times', times) ? times : 2;
}

function readBarStyle(style: string | null): Barline {
  switch (style) {
    case 'light-light':
    case 'heavy-heavy':
      return 'double';
    case 'light-heavy':
    case 'heavy-light':
    case 'heavy':
      return 'final';
    case 'dashed':
    case 'dotted':
      return 'dashed';
    case 'none':
      return 'none';
    default:
      return 'single';
  }
}
