import { strToU8, zipSync } from 'fflate';
import { writeMidi } from 'midi-file';
import type { Counted } from '../core/formats/most.data';
import type { FileErrorCode } from '../core/formats/result';

/** A file made to stop a reader, and the refusal that it must get; `count` is what there is too much of. */
export interface HostileFile {
  readonly name: string;
  readonly file: string;
  readonly bytes: Uint8Array;
  readonly code: FileErrorCode;
  readonly count?: Counted;
}

const HEAD =
  '<attributes><divisions>4</divisions><time><beats>4</beats><beat-type>4</beat-type></time></attributes>';
const part = (measures: string, id = 'P1') => `<part id="${id}">${measures}</part>`;
const measure = (content: string, number = 1) => `<measure number="${number}">${content}</measure>`;
const xml = (...parts: readonly string[]) =>
  `<?xml version="1.0"?><score-partwise version="4.0"><part-list/>${parts.join('')}</score-partwise>`;
const note = (inner = '', duration: number | string = 1, before = '') =>
  `<note>${before}<pitch><step>C</step><octave>4</octave></pitch><duration>${duration}</duration>${inner}</note>`;
const ratio = (actual: string) =>
  `<time-modification><actual-notes>${actual}</actual-notes><normal-notes>2</normal-notes></time-modification>`;
const harmony = (alter: string) =>
  `<harmony><root><root-step>C</root-step><root-alter>${alter}</root-alter></root><kind>major</kind></harmony>`;
const words = '<direction><direction-type><words>x</words></direction-type></direction>';

function musicXml(name: string, text: string, code: FileErrorCode, count?: Counted): HostileFile {
  return { name, file: 'hostile.musicxml', bytes: strToU8(text), code, ...(count ? { count } : {}) };
}

function text(
  name: string,
  file: string,
  content: string,
  code: FileErrorCode,
  count?: Counted,
): HostileFile {
  return { name, file, bytes: strToU8(content), code, ...(count ? { count } : {}) };
}

function midi(name: string, events: readonly object[], count: Counted): HostileFile {
  const track = [...events, { deltaTime: 0, type: 'endOfTrack' }];
  const data = { header: { format: 1, numTracks: 1, ticksPerBeat: 480 }, tracks: [track] };
  const bytes = Uint8Array.from(writeMidi(data as never));
  return { name, file: 'hostile.mid', bytes, code: 'too-many', count };
}

const on = (noteNumber: number, deltaTime = 0) => ({
  deltaTime,
  type: 'noteOn',
  channel: 0,
  noteNumber,
  velocity: 64,
});
const off = (noteNumber: number, deltaTime = 1) => ({ ...on(noteNumber, deltaTime), type: 'noteOff' });

/** Files by which a reader could be made to go on for ever, to fill the memory, or to hand on what breaks what follows. */
export function hostileFiles(): readonly HostileFile[] {
  const manyElements = xml(part(measure(`${HEAD}${'<a/>'.repeat(700_000)}`)));
  const flood = xml(part(measure(`${HEAD}${'<note><rest/><duration>0</duration></note>'.repeat(250_000)}`)));
  const notes = Array.from({ length: 70 }, (_, index) =>
    part(Array.from({ length: 300 }, () => measure(note().repeat(4))).join(''), `P${index}`),
  );
  return [
    musicXml('elements without end', manyElements, 'too-many', 'elements'),
    {
      name: 'a small zip of elements without end',
      file: 'hostile.mxl',
      bytes: zipSync({ 'score.xml': strToU8(manyElements) }),
      code: 'too-many',
      count: 'elements',
    },
    {
      name: 'a small zip of rests without end',
      file: 'hostile.mxl',
      bytes: zipSync({ 'score.xml': strToU8(flood) }),
      code: 'too-many',
      count: 'elements',
    },
    musicXml('3,000 measures', xml(part(measure('').repeat(3_000))), 'too-many', 'measures'),
    musicXml('70 parts', xml(...notes), 'too-many', 'parts'),
    musicXml('84,000 notes', xml(...notes.slice(0, 60)), 'too-many', 'notes'),
    musicXml(
      '5,000 notes in a measure',
      xml(part(measure(HEAD + note('', 0.01).repeat(5_000)))),
      'too-many',
      'notes in one measure',
    ),
    musicXml(
      'a chord of 100 notes',
      xml(part(measure(HEAD + note() + note('', 1, '<chord/>').repeat(99)))),
      'too-many',
      'notes in one chord',
    ),
    musicXml(
      '200 slurs on a note',
      xml(part(measure(HEAD + note(`<notations>${'<slur type="start"/>'.repeat(200)}</notations>`)))),
      'too-many',
      'slurs on one note',
    ),
    musicXml(
      '100 lines of words',
      xml(part(measure(HEAD + note('<lyric><text>la</text></lyric>'.repeat(100))))),
      'too-many',
      'lines of words under a note',
    ),
    musicXml(
      '500 words over a measure',
      xml(part(measure(HEAD + words.repeat(500) + note()))),
      'too-many',
      'signs and words in one measure',
    ),
    musicXml('a tuplet of 1e308', xml(part(measure(HEAD + note(ratio('1e308'))))), 'bad-score'),
    musicXml('a tuplet of nothing', xml(part(measure(HEAD + note(ratio('0'))))), 'bad-score'),
    musicXml('a tuplet of two and a half', xml(part(measure(HEAD + note(ratio('2.5'))))), 'bad-score'),
    musicXml('a chord root with 1e9 sharps', xml(part(measure(HEAD + harmony('1e9') + note()))), 'bad-score'),
    musicXml(
      'a note with 1e9 flats',
      xml(part(measure(HEAD + note().replace('<octave>', '<alter>-1e9</alter><octave>')))),
      'bad-score',
    ),
    musicXml('divisions of 1e300', xml(part(measure(HEAD.replace('>4<', '>1e300<') + note()))), 'bad-score'),
    musicXml(
      'divisions of 1e-300',
      xml(part(measure(HEAD.replace('>4<', '>1e-300<') + note()))),
      'bad-score',
    ),
    musicXml('a note of ten million quarters', xml(part(measure(HEAD + note('', 40_000_000)))), 'bad-score'),
    musicXml(
      'a measure of a thousand whole notes',
      xml(part(measure(HEAD + note('', 16).repeat(1_000)))),
      'bad-score',
    ),
    musicXml(
      'a step of a thousand octaves',
      xml(
        part(
          measure(`<attributes><transpose><chromatic>12000</chromatic></transpose></attributes>${note()}`),
        ),
      ),
      'bad-score',
    ),
    musicXml('staff 1e6', xml(part(measure(HEAD + note('<staff>1000000</staff>')))), 'bad-score'),
    midi(
      '20,000 notes that are never let go',
      Array.from({ length: 20_000 }, (_, index) => on(index % 128)),
      'notes held at once',
    ),
    midi(
      '70,000 notes',
      Array.from({ length: 70_000 }, (_, index) => [on(index % 128), off(index % 128)]).flat(),
      'notes',
    ),
    midi(
      '50,000 notes in a breath',
      Array.from({ length: 50_000 }, (_, index) => [on(index % 128), off(index % 128)]).flat(),
      'notes in one measure',
    ),
    midi(
      'a cluster of all keys for two hands',
      [...Array.from({ length: 88 }, (_, index) => on(21 + index)), off(21, 480)],
      'notes in one chord',
    ),
    {
      name: 'two megabytes of MIDI',
      file: 'hostile.mid',
      bytes: new Uint8Array(2 * 1024 * 1024).fill(0x4d),
      code: 'too-large',
    },
    text(
      '500 measures of rest a word',
      'hostile.abc',
      `X:1\nK:C\n${'Z500|'.repeat(500)}`,
      'too-many',
      'measures',
    ),
    text(
      'a thousand voices',
      'hostile.abc',
      `X:1\nK:C\n${Array.from({ length: 1000 }, (_, index) => `V:${index}\nC4|\n`).join('')}`,
      'too-many',
      'voices',
    ),
    text('a thousand layers', 'hostile.abc', `X:1\nK:C\n${'C&'.repeat(1_000)}C|`, 'too-many', 'voices'),
    text('a note a thousand octaves up', 'hostile.abc', `X:1\nK:C\nC${"'".repeat(1_000)}|`, 'bad-score'),
    text(
      'a tune in one line',
      'hostile.abc',
      `X:1\nK:C\n${'CDEF|'.repeat(20_000)}`,
      'too-many',
      'characters in one line',
    ),
    text(
      'a thousand slurs, one in the other',
      'hostile.abc',
      `X:1\nM:4/4\nL:1/4\nK:C\n${'(C(D(E(F|\n'.repeat(250)}${'C)D)E)F)|\n'.repeat(250)}`,
      'too-many',
      'slurs open at once',
    ),
    text('a novel', 'hostile.abc', `X:1\nK:C\n${'CDEF|\n'.repeat(200_000)}`, 'too-many', 'characters'),
    text(
      'a thousand slashes in a measure',
      'hostile.cho',
      `| C ${'/ '.repeat(1_000)}|`,
      'too-many',
      'chords and slashes in one measure',
    ),
    text(
      'a measure again and again',
      'hostile.cho',
      `| C |\n${`${'% | '.repeat(500)}\n`.repeat(10)}`,
      'too-many',
      'measures',
    ),
    text(
      'a chorus without end',
      'hostile.cho',
      `{soc}\n${'| C | F | G | C |\n'.repeat(50)}{eoc}\n${'{chorus}\n'.repeat(1_000)}`,
      'too-many',
      'measures',
    ),
    text(
      'a line of brackets',
      'hostile.cho',
      `[C]${'['.repeat(100_000)}`,
      'too-many',
      'characters in one line',
    ),
  ];
}
