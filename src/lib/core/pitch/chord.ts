import { transposeSpelling, type Interval } from './interval';
import { mod, pitchClassOf, readSpelling, spellingLabel, spellingName, type Spelling } from './pitch';

export type Triad = 'major' | 'minor' | 'diminished' | 'augmented' | 'sus2' | 'sus4' | 'fifth';
export type Seventh = 'minor' | 'major' | 'diminished';

/** A chord tone as its number above the root (1–13) and its alteration against the major scale on the root. */
export interface ChordTone {
  readonly degree: number;
  readonly alter: number;
}

/**
 * A chord's kind, built as its symbol is read: a triad, then a sixth or seventh, the highest stacked extension,
 * added notes, and altered fifths and ninths.
 */
export interface Quality {
  readonly triad: Triad;
  readonly hasSixth: boolean;
  readonly seventh: Seventh | null;
  readonly extension: 9 | 11 | 13 | null;
  readonly added: readonly ChordTone[];
  readonly altered: readonly ChordTone[];
  /** `7alt`: the player chooses; spelled here with ♭9 and ♯5. */
  readonly isAlt: boolean;
}

export type Chord =
  | { readonly kind: 'none' }
  | {
      readonly kind: 'chord';
      readonly root: Spelling;
      readonly quality: Quality;
      readonly bass: Spelling | null;
    };

export type NamedChord = Extract<Chord, { kind: 'chord' }>;

export type ChordReading =
  | { readonly ok: true; readonly chord: Chord }
  | { readonly ok: false; readonly code: 'unknown-chord'; readonly at: number; readonly message: string };

export const NO_CHORD: Chord = { kind: 'none' };

export const PLAIN: Quality = {
  triad: 'major',
  hasSixth: false,
  seventh: null,
  extension: null,
  added: [],
  altered: [],
  isAlt: false,
};

/** Reads a chord symbol in the common spellings; an unknown part is reported with its place in the text. */
export function readChord(text: string): ChordReading {
  const symbol = text.trim();
  const offset = text.length - text.trimStart().length;
  if (/^n\.?\s?c\.?$/i.test(symbol)) return { ok: true, chord: NO_CHORD };
  const root = /^[A-G]/.test(symbol) ? readSpelling(symbol) : null;
  if (!root) return unknown(text, offset, 'A chord starts with a letter from A to G');
  let body = symbol.slice(root.length);
  let bass: Spelling | null = null;
  const slash = /\/\s*([A-G](?:##|#|bb|b|♯|♭)?)\s*$/u.exec(body);
  if (slash) {
    bass = readSpelling(slash[1]!)!.spelling;
    body = body.slice(0, slash.index);
  }
  const quality = readQuality(body);
  if (typeof quality === 'number') {
    const at = offset + root.length + quality;
    return unknown(text, at, `“${body.slice(quality)}” is not a chord ending that Key Path knows`);
  }
  return { ok: true, chord: { kind: 'chord', root: root.spelling, quality, bass } };
}

function unknown(text: string, at: number, reason: string): ChordReading {
  return { ok: false, code: 'unknown-chord', at, message: `${reason} (character ${at + 1} of “${text}”).` };
}

type Draft = { -readonly [K in keyof Quality]: Quality[K] };
type Rule = readonly [pattern: RegExp, apply: (draft: Draft, match: RegExpExecArray) => void];

const stack = (extension: Quality['extension'], seventh: Seventh) => (draft: Draft) => {
  draft.extension = extension;
  draft.seventh ??= seventh;
};

const extensionOf = (digits: string): Quality['extension'] =>
  digits === '9' ? 9 : digits === '11' ? 11 : digits === '13' ? 13 : null;

/** How a symbol opens after its root; the first rule that matches is taken. */
const OPENINGS: readonly Rule[] = [
  [
    /^(?:ø7?|m7?\(?(?:b5|♭5|-5)\)?(?!\d)|min7\(?(?:b5|♭5)\)?|-7\(?(?:b5|♭5)\)?)/u,
    (d, m) => {
      d.triad = 'diminished';
      d.seventh = /7|ø/.test(m[0]) ? 'minor' : null;
    },
  ],
  [
    /^(?:dim|°|o)(7?)/u,
    (d, m) => {
      d.triad = 'diminished';
      if (m[1]) d.seventh = 'diminished';
    },
  ],
  [
    /^(?:m|min|-)\(?(?:maj|Maj|M|Δ)(7|9|11|13)?\)?/u,
    (d, m) => {
      d.triad = 'minor';
      d.seventh = 'major';
      d.extension = extensionOf(m[1] ?? '7');
    },
  ],
  [
    /^(?:maj|Maj|MAJ|ma|M|Δ)(13|11|9|7|6)?/u,
    (d, m) => {
      if (m[1] === '6') d.hasSixth = true;
      else if (m[1] || m[0] === 'Δ') {
        d.seventh = 'major';
        d.extension = extensionOf(m[1] ?? '7');
      }
    },
  ],
  [
    /^(?:aug|\+)(7?)/u,
    (d, m) => {
      d.triad = 'augmented';
      if (m[1]) d.seventh = 'minor';
    },
  ],
  [/^(?:min|mi|m|-)/u, (d) => void (d.triad = 'minor')],
];

/** What may follow, in any order, until the symbol is used up. */
const CONTINUATIONS: readonly Rule[] = [
  [/^alt/u, (d) => void ((d.isAlt = true), (d.seventh ??= 'minor'))],
  [
    /^6\/?9/u,
    (d) => {
      d.hasSixth = true;
      d.added = addTone(d.added, { degree: 9, alter: 0 });
    },
  ],
  [/^(?:sus4|sus(?!2))/u, (d) => void (d.triad = 'sus4')],
  [/^sus2/u, (d) => void (d.triad = 'sus2')],
  [
    /^add([b#♭♯]?)(2|4|9|11|13)/u,
    (d, m) => {
      const degree = m[2] === '2' ? 9 : m[2] === '4' ? 11 : Number(m[2]);
      d.added = addTone(d.added, { degree, alter: signOf(m[1]!) });
    },
  ],
  [
    /^([b#♭♯+-])(5|9|11|13)/u,
    (d, m) => {
      const tone = { degree: Number(m[2]), alter: signOf(m[1]!) };
      if (tone.degree === 5 && d.triad === 'major' && d.seventh === null) {
        d.triad = tone.alter > 0 ? 'augmented' : d.triad;
        if (tone.alter > 0) return;
      }
      d.altered = addTone(d.altered, tone);
    },
  ],
  [
    /^maj(7|9|11|13)/u,
    (d, m) => {
      d.seventh = 'major';
      d.extension = extensionOf(m[1]!);
    },
  ],
  [/^13/u, stack(13, 'minor')],
  [/^11/u, stack(11, 'minor')],
  [/^9/u, stack(9, 'minor')],
  [/^7/u, (d) => void (d.seventh ??= 'minor')],
  [/^6/u, (d) => void (d.hasSixth = true)],
  [/^5/u, (d) => void (d.triad = 'fifth')],
  [/^[(), ]/u, () => {}],
];

/** The quality, or the index in `body` of the first character that could not be read. */
function readQuality(body: string): Quality | number {
  const draft: Draft = { ...PLAIN };
  let at = 0;
  for (const [pattern, apply] of OPENINGS) {
    const match = pattern.exec(body);
    if (!match) continue;
    apply(draft, match);
    at = match[0].length;
    break;
  }
  while (at < body.length) {
    const rule = CONTINUATIONS.map(([pattern, apply]) => ({
      match: pattern.exec(body.slice(at)),
      apply,
    })).find(({ match }) => match !== null);
    if (!rule?.match) return at;
    rule.apply(draft, rule.match);
    at += rule.match[0].length;
  }
  // Cm9♭5 and Cdim9 say the same: a minor triad with a lowered fifth is a diminished one.
  const lowered = draft.altered.find((tone) => tone.degree === 5 && tone.alter === -1);
  if (draft.triad === 'minor' && lowered) {
    draft.triad = 'diminished';
    draft.altered = draft.altered.filter((tone) => tone !== lowered);
  }
  return draft;
}

function signOf(sign: string): number {
  return sign === '' ? 0 : /[#♯+]/u.test(sign) ? 1 : -1;
}

function addTone(tones: readonly ChordTone[], tone: ChordTone): readonly ChordTone[] {
  const others = tones.filter((other) => other.degree !== tone.degree || other.alter !== tone.alter);
  return [...others, tone].sort((a, b) => a.degree - b.degree || a.alter - b.alter);
}

const TRIAD_TONES: Readonly<Record<Triad, readonly ChordTone[]>> = {
  major: [tone(1), tone(3), tone(5)],
  minor: [tone(1), tone(3, -1), tone(5)],
  diminished: [tone(1), tone(3, -1), tone(5, -1)],
  augmented: [tone(1), tone(3), tone(5, 1)],
  sus2: [tone(1), tone(2), tone(5)],
  sus4: [tone(1), tone(4), tone(5)],
  fifth: [tone(1), tone(5)],
};

function tone(degree: number, alter = 0): ChordTone {
  return { degree, alter };
}

/** All tones of a quality in letter thirds from the root, altered ones in place of the plain. */
export function tonesOf(quality: Quality): readonly ChordTone[] {
  const tones = [...TRIAD_TONES[quality.triad]];
  if (quality.hasSixth) tones.push(tone(6));
  if (quality.seventh) tones.push(tone(7, { major: 0, minor: -1, diminished: -2 }[quality.seventh]));
  if (quality.extension !== null) {
    for (const degree of [9, 11, 13]) {
      // A suspended fourth already is the eleventh; the plain major third and eleventh clash and are not stacked in a 13.
      const isClash =
        degree === 11 &&
        (quality.triad === 'sus4' || (quality.extension === 13 && quality.triad === 'major'));
      if (degree <= quality.extension && !isClash) tones.push(tone(degree));
    }
  }
  const altered = quality.isAlt ? [tone(5, 1), tone(9, -1), ...quality.altered] : quality.altered;
  const replaced = altered.map((each) => each.degree);
  return [...tones.filter((each) => !replaced.includes(each.degree)), ...altered, ...quality.added].sort(
    (a, b) => a.degree - b.degree || a.alter - b.alter,
  );
}

const MAJOR_SEMITONES = [0, 2, 4, 5, 7, 9, 11] as const;

export function toneInterval({ degree, alter }: ChordTone): Interval {
  const steps = degree - 1;
  return { steps, semitones: MAJOR_SEMITONES[mod(steps, 7)]! + 12 * Math.floor(steps / 7) + alter };
}

/** The chord's notes spelled from the root up; empty for N.C. */
export function spellChord(chord: Chord): readonly Spelling[] {
  if (chord.kind === 'none') return [];
  return tonesOf(chord.quality).map((each) => transposeSpelling(chord.root, toneInterval(each)));
}

/** The lowest note: the one after the slash, or the root. */
export function bassOf(chord: NamedChord): Spelling {
  return chord.bass ?? chord.root;
}

/** Another note than the root is written in the bass. */
export function isOverAnother({ root, bass }: NamedChord): boolean {
  return bass !== null && pitchClassOf(bass) !== pitchClassOf(root);
}

export function transposeChord(chord: Chord, interval: Interval): Chord {
  if (chord.kind === 'none') return chord;
  return {
    ...chord,
    root: transposeSpelling(chord.root, interval),
    bass: chord.bass && transposeSpelling(chord.bass, interval),
  };
}

/** The chord without what lies beyond its triad: C for C7, Bdim for Bm7♭5, Gsus4 for G7sus4. Its bass stays. */
export function plainChord(chord: Chord): Chord {
  if (chord.kind === 'none') return chord;
  const { triad, altered } = chord.quality;
  return {
    ...chord,
    quality: { ...PLAIN, triad, altered: altered.filter(({ degree }) => degree === 5) },
  };
}

/** Canonical ending in ASCII: `m7`, `maj7#11`, `7sus4`, `(add9)`. Reads back to an equal quality. */
export function qualityName(quality: Quality): string {
  const { triad, seventh, extension } = quality;
  const added = [...quality.added];
  const number = extension ?? (seventh ? 7 : null);
  let name: string;
  if (triad === 'diminished' && seventh === 'minor') name = `m${number}b5`;
  else if (triad === 'diminished') name = seventh === 'diminished' ? 'dim7' : 'dim';
  else if (triad === 'minor') name = seventh === 'major' ? `m(maj${number})` : `m${number ?? ''}`;
  else if (triad === 'fifth') name = '5';
  else if (triad === 'augmented' && seventh !== 'major') name = `aug${number ?? ''}`;
  else name = seventh === 'major' ? `maj${number}` : String(number ?? '');
  if (triad === 'augmented' && seventh === 'major') name += '#5';
  if (quality.hasSixth) {
    const ninth = added.findIndex((each) => each.degree === 9 && each.alter === 0);
    if (ninth >= 0) added.splice(ninth, 1);
    name += ninth >= 0 ? '6/9' : '6';
  }
  if (quality.isAlt) name += 'alt';
  if (triad === 'sus2' || triad === 'sus4') name += triad;
  name += quality.altered.map((each) => signName(each) + each.degree).join('');
  // Brackets keep a bare added note apart from the letter before it: C(add9), not Cadd9 beside Cadd 9.
  return name + added.map((each) => `(add${signName(each)}${each.degree})`).join('');
}

function signName({ alter }: ChordTone): string {
  return alter > 0 ? '#' : alter < 0 ? 'b' : '';
}

/** Canonical ASCII symbol: `F#m7/C#`, `N.C.` */
export function chordName(chord: Chord): string {
  if (chord.kind === 'none') return 'N.C.';
  const bass = chord.bass ? `/${spellingName(chord.bass)}` : '';
  return spellingName(chord.root) + qualityName(chord.quality) + bass;
}

/** The symbol as printed, with musical signs. */
export function chordLabel(chord: Chord): string {
  if (chord.kind === 'none') return 'N.C.';
  const ending = qualityName(chord.quality)
    .replace(/b(?=\d)/g, '♭')
    .replaceAll('#', '♯');
  return spellingLabel(chord.root) + ending + (chord.bass ? `/${spellingLabel(chord.bass)}` : '');
}
