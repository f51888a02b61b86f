import type { Clef } from '../../score/model';
import { isValidTime } from '../../score/time';
import { keyOf, respellKey, tonicOf } from '../../pitch/key';
import { transposeSpelling } from '../../pitch/interval';
import { ticks } from '../../units';
import { MOST } from '../most.data';
import { childOf, childrenOf, numberOf, textOf, type XmlElement } from '../xml';
import { numberBetween, wholeOf } from './numbers';
import type { Cursor, PartReader } from './part-state';

/** Reads `<attributes>`: divisions, key, time, clefs, staves and transposition. */
export function readAttributes(reader: PartReader, cursor: Cursor, element: XmlElement): void {
  const divisions = numberOf(element, 'divisions');
  if (divisions !== null && divisions > 0) numberBetween(cursor, element, 'divisions', 0.25, 1_000_000);
  if (divisions !== null) {
    if (divisions > 0) reader.divisions = divisions;
    else
      reader.warnings.add(
        'A measure gives no usable length of the quarter note; the one before was kept.',
        cursor.number,
      );
  }
  const staves = numberOf(element, 'staves');
  if (staves !== null) reader.staves = Math.max(reader.staves, Math.min(8, Math.max(1, Math.round(staves))));
  readTransposition(reader, cursor, element);
  const key = childOf(element, 'key');
  if (key) readKey(reader, cursor, key);
  const time = childOf(element, 'time');
  if (time) readTime(reader, cursor, time);
  for (const clef of childrenOf(element, 'clef')) readClef(reader, cursor, clef);
  const details = childrenOf(element, 'staff-details').filter(
    (each) => (numberOf(each, 'staff-lines') ?? 5) !== 5,
  );
  if (details.length > 0)
    reader.warnings.add('A staff that has not five lines is shown with five.', cursor.number);
}

function readTransposition(reader: PartReader, cursor: Cursor, element: XmlElement): void {
  const transpose = childOf(element, 'transpose');
  if (!transpose) return;
  const octaves = numberBetween(cursor, transpose, 'octave-change', -4, 4) ?? 0;
  const chromatic = Math.round(numberBetween(cursor, transpose, 'chromatic', -48, 48) ?? 0);
  // Without the diatonic part the letter steps are those of the plain interval.
  const diatonic =
    numberBetween(cursor, transpose, 'diatonic', -28, 28) ??
    Math.sign(chromatic) * [0, 1, 1, 2, 2, 3, 3, 4, 5, 5, 6, 6, 7][Math.abs(chromatic) % 12]!;
  const interval = { steps: diatonic + 7 * octaves, semitones: chromatic + 12 * octaves };
  reader.transposition = interval.steps === 0 && interval.semitones === 0 ? null : interval;
}

function readKey(reader: PartReader, cursor: Cursor, element: XmlElement): void {
  if (cursor.at > 0)
    reader.warnings.add('A key change inside a measure was moved to its start.', cursor.number);
  const fifths = numberOf(element, 'fifths');
  if (fifths === null || Math.abs(fifths) > 11) {
    reader.warnings.add(
      'A key signature that is no major or minor one was read as having no sharps or flats; the notes keep theirs.',
      cursor.number,
    );
    reader.key = { fifths: 0, mode: 'major' };
    return;
  }
  const modeText = textOf(element, 'mode') ?? 'major';
  if (!['major', 'minor', 'none', ''].includes(modeText)) {
    reader.warnings.add(`The mode “${modeText}” was read by its signature as major.`, cursor.number);
  }
  const mode = modeText === 'minor' ? 'minor' : 'major';
  const written = respellKey({ fifths: Math.round(fifths), mode }).key;
  if (!reader.transposition) {
    reader.key = written;
    return;
  }
  const { steps, semitones } = reader.transposition;
  const tonic = transposeSpelling(tonicOf(written), { steps: steps % 7, semitones: semitones % 12 });
  reader.key = respellKey(keyOf(tonic, mode)).key;
}

function readTime(reader: PartReader, cursor: Cursor, element: XmlElement): void {
  const beatsTexts = childrenOf(element, 'beats').map((each) => each.text);
  const beatTypes = childrenOf(element, 'beat-type').map((each) => Number(each.text));
  const groups = beatsTexts.flatMap((text) => text.split('+').map((part) => Number(part.trim())));
  const beats = groups.reduce((sum, each) => sum + each, 0);
  const beatType = beatTypes[0] ?? 4;
  const isSameUnit = beatTypes.every((each) => each === beatType);
  if (beatsTexts.length === 0 || !isSameUnit || !isValidTime({ beats, beatType, groups })) {
    reader.warnings.add(
      'A time signature that Key Path cannot count was left out; the measures keep their length.',
      cursor.number,
    );
    return;
  }
  const symbol = element.attributes['symbol'];
  reader.time = {
    beats,
    beatType,
    ...(groups.length > 1 ? { groups } : {}),
    ...(symbol === 'common' || symbol === 'cut' ? { symbol } : {}),
  };
}

function readClef(reader: PartReader, cursor: Cursor, element: XmlElement): void {
  const sign = textOf(element, 'sign');
  const staff = Number(element.attributes['number'] ?? 1) - 1;
  if (!(staff >= 0 && staff < MOST.staves && Number.isInteger(staff))) return;
  if (sign !== 'G' && sign !== 'F' && sign !== 'C') {
    reader.warnings.add(`The clef “${sign ?? ''}” was left out.`, cursor.number);
    return;
  }
  const clef: Clef = {
    sign,
    line: wholeOf(cursor, element, 'line', 'clefLine') ?? { G: 2, F: 4, C: 3 }[sign],
    octave: wholeOf(cursor, element, 'clef-octave-change', 'clefOctave') ?? 0,
  };
  const before = reader.clefAt.get(staff);
  if (before && before.sign === clef.sign && before.line === clef.line && before.octave === clef.octave)
    return;
  reader.clefAt.set(staff, clef);
  reader.staves = Math.max(reader.staves, staff + 1);
  reader.clefs.push({
    ...clef,
    part: reader.index,
    staff,
    measure: cursor.index,
    at: ticks(cursor.start + Math.round(cursor.at)),
  });
}
