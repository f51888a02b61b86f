import { keyOf, respellKey, SIGNATURE_LIMIT, type Key } from '../../pitch/key';
import { fifthsOf, readSpelling, STEPS, type Step } from '../../pitch/pitch';
import { type Clef, type TimeSignature, BASS, TREBLE } from '../../score/model';
import { isValidTime } from '../../score/time';
import { TICKS_PER_WHOLE } from '../../units';

/** How far each mode's signature lies from the major key on the same tonic, in fifths. */
const MODE_FIFTHS: Readonly<Record<string, number>> = {
  maj: 0,
  ion: 0,
  mix: -1,
  dor: -2,
  min: -3,
  aeo: -3,
  phr: -4,
  loc: -5,
  lyd: 1,
};
const MINOR_MODES = ['min', 'aeo', 'dor', 'phr', 'loc'];

export interface KeyField {
  readonly key: Key;
  /** Signs added to, or in place of, the signature. */
  readonly signs: ReadonlyMap<Step, number>;
  readonly clef: Clef | null;
  /** The mode's name, when it is neither major nor minor. */
  readonly mode: string | null;
  /** The tonic that was typed, as major or minor by its third; null where none was. */
  readonly typed: Key | null;
}

/** Reads what follows `K:`; null when it names no key. */
export function readKeyField(text: string): KeyField | null {
  const clef = readClef(text);
  const words = text.replace(/\b(clef|middle|transpose|octave|stafflines|staffscale|name|m|t)=\S*/g, ' ');
  const body = words.replace(/\b(treble|bass|alto|tenor|perc)[+\-\d]*\b/g, ' ').trim();
  if (body === '' && clef)
    return { key: { fifths: 0, mode: 'major' }, signs: new Map(), clef, mode: 'same', typed: null };
  const signs = readSigns(body);
  if (body === '' || /^none\b/i.test(body) || /^(HP|Hp)\b/.test(body)) {
    const fifths = /^Hp/.test(body) ? 2 : 0;
    return { key: { fifths, mode: 'major' }, signs, clef, mode: null, typed: null };
  }
  const tonic = /^[A-G]/.test(body) ? readSpelling(body) : null;
  if (!tonic) return null;
  const rest = body.slice(tonic.length).trim();
  const word = /^[A-Za-z]+/.exec(rest)?.[0].toLowerCase() ?? '';
  const isExplicit = word === 'exp';
  const name = word === '' || isExplicit ? 'maj' : word === 'm' ? 'min' : word.slice(0, 3);
  const shift = MODE_FIFTHS[name];
  if (shift === undefined) return null;
  const fifths = fifthsOf(tonic.spelling) + shift;
  if (Math.abs(fifths) > SIGNATURE_LIMIT) return null;
  const mode = MINOR_MODES.includes(name) ? 'minor' : 'major';
  const isPlain = ['maj', 'ion', 'min', 'aeo'].includes(name);
  return {
    key: isExplicit ? { fifths: 0, mode: 'major' } : { fifths, mode },
    signs,
    clef,
    mode: isPlain ? null : name,
    typed: respellKey(keyOf(tonic.spelling, mode)).key,
  };
}

function readSigns(text: string): ReadonlyMap<Step, number> {
  const signs = new Map<Step, number>();
  for (const [, sign, letter] of text.matchAll(/(?:^|\s)(\^\^?|__?|=)([A-Ga-g])(?=\s|$)/g)) {
    const step = STEPS.find((each) => each === letter!.toUpperCase())!;
    signs.set(step, sign === '=' ? 0 : sign!.startsWith('^') ? sign!.length : -sign!.length);
  }
  return signs;
}

export function readClef(text: string): Clef | null {
  const name = /(?:clef=)?\b(treble|bass|alto|tenor)(?:([+-])8)?/i.exec(text);
  if (!name) return null;
  const octave = name[2] === '+' ? 1 : name[2] === '-' ? -1 : 0;
  switch (name[1]!.toLowerCase()) {
    case 'bass':
      return { ...BASS, octave };
    case 'alto':
      return { sign: 'C', line: 3, octave };
    case 'tenor':
      return { sign: 'C', line: 4, octave };
    default:
      return { ...TREBLE, octave };
  }
}

/** Reads `4/4`, `C`, `C|`, `2+3/8`; `none` gives null as `free`. */
export function readMetreField(text: string): TimeSignature | 'free' | null {
  const body = text.trim();
  if (body === 'C') return { beats: 4, beatType: 4, symbol: 'common' };
  if (body === 'C|') return { beats: 2, beatType: 2, symbol: 'cut' };
  if (body === '' || /^none$/i.test(body)) return 'free';
  const match = /^\(?\s*(\d+(?:\s*\+\s*\d+)*)\s*\)?\s*\/\s*(\d+)/.exec(body);
  if (!match) return null;
  const groups = match[1]!.split('+').map(Number);
  const time: TimeSignature = {
    beats: groups.reduce((sum, each) => sum + each, 0),
    beatType: Number(match[2]),
    ...(groups.length > 1 ? { groups } : {}),
  };
  return isValidTime(time) ? time : null;
}

/** Reads a fraction of a whole note, `1/8`, in ticks. */
export function readLengthField(text: string): number | null {
  const match = /^\s*(\d+)\s*(?:\/\s*(\d+))?/.exec(text);
  if (!match) return null;
  const length = (TICKS_PER_WHOLE * Number(match[1])) / Number(match[2] ?? 1);
  return Number.isInteger(length) && length > 0 && length <= TICKS_PER_WHOLE ? length : null;
}

export interface TempoField {
  readonly bpm: number;
  readonly beatUnit: number;
}

/** Reads `1/4=120`, `120`, `"Slowly" 3/8=50`; null when there is no number in it. */
export function readTempoField(text: string, unitLength: number): TempoField | null {
  const body = text.replace(/"[^"]*"/g, ' ');
  const match = /(?:(\d+)\s*\/\s*(\d+)[\d/\s]*|C\d*)?\s*=?\s*(\d+(?:\.\d+)?)\s*$/.exec(body);
  const bpm = Number(match?.[3]);
  if (!match || !(bpm > 0 && bpm <= 1000)) return null;
  const beatUnit = match[1]
    ? (TICKS_PER_WHOLE * Number(match[1])) / Number(match[2])
    : Math.max(unitLength, 10_080);
  return Number.isInteger(beatUnit) && beatUnit > 0 ? { bpm, beatUnit } : null;
}

/** The unit of length where no L: field gives one: a sixteenth in metres under 3/4, otherwise an eighth. */
export function defaultUnitLength(time: TimeSignature | null): number {
  return time && time.beats / time.beatType < 0.75 ? TICKS_PER_WHOLE / 16 : TICKS_PER_WHOLE / 8;
}

/** Decorations between `!…!` that are articulations here. */
export const DECORATIONS = {
  staccato: 'staccato',
  wedge: 'staccatissimo',
  tenuto: 'tenuto',
  accent: 'accent',
  emphasis: 'accent',
  '>': 'accent',
  marcato: 'strong-accent',
  '^': 'strong-accent',
  breath: 'breath-mark',
  fermata: 'fermata',
  trill: 'trill-mark',
  turn: 'turn',
  invertedturn: 'inverted-turn',
  mordent: 'mordent',
  lowermordent: 'mordent',
  pralltriller: 'inverted-mordent',
  uppermordent: 'inverted-mordent',
  arpeggio: 'arpeggiate',
  '.': 'staccato',
  H: 'fermata',
  L: 'accent',
  M: 'mordent',
  P: 'inverted-mordent',
  T: 'trill-mark',
} as const;

export const DYNAMICS = ['pppp', 'ppp', 'pp', 'p', 'mp', 'mf', 'f', 'ff', 'fff', 'ffff', 'sfz'] as const;
