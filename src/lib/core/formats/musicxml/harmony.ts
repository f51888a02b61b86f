import {
  PLAIN,
  qualityName,
  readChord,
  tonesOf,
  type Chord,
  type NamedChord,
  type Quality,
} from '../../pitch/chord';
import { spellingName, type Spelling, type Step } from '../../pitch/pitch';
import { childOf, childrenOf, numberOf, textOf, type XmlElement } from '../xml';
import { wholeOf } from './numbers';
import type { Cursor } from './part-state';

/** MusicXML kind values and the chord ending each stands for. */
const KIND_ENDINGS: Readonly<Record<string, string>> = {
  major: '',
  minor: 'm',
  augmented: 'aug',
  diminished: 'dim',
  dominant: '7',
  'major-seventh': 'maj7',
  'minor-seventh': 'm7',
  'diminished-seventh': 'dim7',
  'augmented-seventh': 'aug7',
  'half-diminished': 'm7b5',
  'major-minor': 'm(maj7)',
  'major-sixth': '6',
  'minor-sixth': 'm6',
  'dominant-ninth': '9',
  'major-ninth': 'maj9',
  'minor-ninth': 'm9',
  'dominant-11th': '11',
  'major-11th': 'maj11',
  'minor-11th': 'm11',
  'dominant-13th': '13',
  'major-13th': 'maj13',
  'minor-13th': 'm13',
  'suspended-second': 'sus2',
  'suspended-fourth': 'sus4',
  power: '5',
};

const ENDING_KINDS = new Map(Object.entries(KIND_ENDINGS).map(([kind, ending]) => [ending, kind]));

/** Reads a `<harmony>`; null when it names no chord that Key Path knows. */
export function readHarmony(cursor: Cursor, harmony: XmlElement): Chord | null {
  const kind = childOf(harmony, 'kind');
  if (kind?.text === 'none') return { kind: 'none' };
  const root = readTone(cursor, harmony, 'root');
  if (!root || !kind) return null;
  const bass = readTone(cursor, harmony, 'bass');
  const ending = KIND_ENDINGS[kind.text];
  const degrees = childrenOf(harmony, 'degree').map(readDegree);
  // Some programs leave the printed text empty whatever the kind.
  const printed =
    kind.attributes['text'] === '' && kind.text !== 'major' ? undefined : kind.attributes['text'];
  const candidates = [
    printed,
    ending === undefined || degrees.includes(null) ? undefined : endingWith(ending, degrees),
  ];
  // The printed text says exactly what its writer meant (7alt, 6/9); the kind is the fallback.
  for (const candidate of candidates) {
    if (candidate === undefined) continue;
    const reading = readChord(spellingName(root) + candidate);
    if (reading.ok && reading.chord.kind === 'chord' && !reading.chord.bass)
      return { ...reading.chord, bass };
  }
  return null;
}

/** A suspended chord with its seventh added is named by the seventh: `7sus4`. */
function endingWith(ending: string, degrees: readonly (string | null)[]): string {
  const isSeventh = (each: string | null) => each === '(add7)' || each === '(addb7)';
  const rest = degrees.filter((each) => !isSeventh(each)).join('');
  return degrees.some(isSeventh) && ending.startsWith('sus')
    ? `7${ending}${rest}`
    : ending + degrees.join('');
}

function readTone(cursor: Cursor, harmony: XmlElement, which: 'root' | 'bass'): Spelling | null {
  const element = childOf(harmony, which);
  const step = element && textOf(element, `${which}-step`);
  if (!element || !step || !/^[A-G]$/.test(step)) return null;
  return { step: step as Step, alter: wholeOf(cursor, element, `${which}-alter`, 'alter') ?? 0 };
}

/** A degree as a chord ending: `(add9)`, `b5`, `#11`; null for what an ending cannot say. */
function readDegree(degree: XmlElement): string | null {
  const value = numberOf(degree, 'degree-value');
  const alter = numberOf(degree, 'degree-alter') ?? 0;
  const type = textOf(degree, 'degree-type');
  if (value === null || Math.abs(alter) > 1) return null;
  const sign = alter > 0 ? '#' : alter < 0 ? 'b' : '';
  if (type === 'add') return sign && value > 8 ? `${sign}${value}` : `(add${sign}${value})`;
  return type === 'alter' && sign ? `${sign}${value}` : null;
}

interface Degree {
  readonly value: number;
  readonly alter: number;
  readonly type: 'add' | 'alter' | 'subtract';
}

/** The nearest kind that MusicXML names, what is left to be said by degrees, and the ending as it is printed. */
export function harmonyKind(quality: Quality): {
  readonly kind: string;
  readonly text: string;
  readonly degrees: readonly Degree[];
} {
  const text = qualityName(quality);
  const bare = { ...quality, added: [], altered: [], isAlt: false };
  const unstacked = { ...bare, extension: null };
  const triad = { ...unstacked, seventh: null };
  const bases = [quality, bare, unstacked, triad, { ...triad, hasSixth: false }];
  const base = bases.find((each) => ENDING_KINDS.has(qualityName(each))) ?? PLAIN;
  return { kind: ENDING_KINDS.get(qualityName(base))!, text, degrees: degreesBetween(base, quality) };
}

/** What has to be added, altered or left out of one chord to make another of it. */
function degreesBetween(from: Quality, to: Quality): readonly Degree[] {
  const [has, wants] = [tonesOf(from), tonesOf(to)];
  const gone = has.filter((tone) => !wants.some(({ degree }) => degree === tone.degree));
  const changed = wants.flatMap((tone): Degree[] => {
    const { degree: value } = tone;
    const own = has.find(({ degree }) => degree === value);
    if (own?.alter === tone.alter) return [];
    if (own) return [{ value, alter: tone.alter - own.alter, type: 'alter' }];
    // What is added counts from a dominant chord, whose seventh is minor.
    return [{ value, alter: tone.alter + (value === 7 ? 1 : 0), type: 'add' }];
  });
  return [...changed, ...gone.map(({ degree }) => ({ value: degree, alter: 0, type: 'subtract' as const }))];
}

export function harmonyXml(chord: Chord): string {
  if (chord.kind === 'none')
    return '<harmony><root><root-step text="">C</root-step></root><kind text="N.C.">none</kind></harmony>';
  const { kind, text, degrees } = harmonyKind(chord.quality);
  const said = degrees.map(
    ({ value, alter, type }) =>
      `<degree><degree-value>${value}</degree-value><degree-alter>${alter}</degree-alter><degree-type>${type}</degree-type></degree>`,
  );
  return `<harmony>${toneXml('root', chord.root)}<kind text="${text}">${kind}</kind>${bassXml(chord)}${said.join('')}</harmony>`;
}

function bassXml({ bass }: NamedChord): string {
  return bass ? toneXml('bass', bass) : '';
}

function toneXml(which: 'root' | 'bass', tone: Spelling): string {
  const alter = tone.alter === 0 ? '' : `<${which}-alter>${tone.alter}</${which}-alter>`;
  return `<${which}><${which}-step>${tone.step}</${which}-step>${alter}</${which}>`;
}
