import { midiOf } from '../pitch/pitch';
import type { Note, Part, PartUse, Score } from './model';

/** Which staff of which part is the tune and which the left hand. */
export interface HandRoles {
  readonly tune: { readonly part: number; readonly staff: number };
  readonly left: { readonly part: number; readonly staff: number } | null;
}

/**
 * What the teacher chose when importing; otherwise a part with one staff before a keyboard part is a voice, and has the
 * tune, and without one the upper staff has it.
 */
export function handRoles(parts: readonly Part[]): HandRoles {
  const staves = parts.flatMap((part, index) =>
    (part.uses ?? []).map((use, staff) => ({ part: index, staff, use })),
  );
  const tune = staves.find((each) => each.use === 'tune');
  if (tune) {
    const left = staves.findLast((each) => each.use === 'accompaniment');
    return {
      tune: { part: tune.part, staff: tune.staff },
      left: left ? { part: left.part, staff: left.staff } : null,
    };
  }
  const keyboard = parts.findIndex((part) => part.staves >= 2);
  const voice = parts.findIndex((part) => part.staves === 1);
  const tunePart = voice >= 0 && (keyboard < 0 || voice < keyboard) ? voice : Math.max(0, keyboard);
  return {
    tune: { part: tunePart, staff: 0 },
    left: keyboard >= 0 ? { part: keyboard, staff: 1 } : null,
  };
}

/** Of so few measures is a staff that colours the music here and there: birdsong, a cymbal. */
const LEAST_SHARE = 0.15;
/** A tune or a bass goes through at least so much of what the fullest staff goes through. */
const LEADING_SHARE = 0.5;
/** Of more parts than these, what plays and how much decides. */
const FEW_PARTS = 2;

/**
 * What each staff is for, to begin with. Of one or two parts: the voice has the tune, the keyboard part accompanies. Of more: a
 * staff with words has the tune, else the first that would by its place, else the highest of those that go through; the keyboard
 * part and the lowest such staff accompany; what plays in few measures, and the rest, is left out. O(notes).
 */
export function suggestUses({
  parts,
  notes,
  measures,
}: Pick<Score, 'parts' | 'notes' | 'measures'>): readonly (readonly PartUse[])[] {
  const { tune, left } = handRoles(parts);
  if (parts.length <= FEW_PARTS || parts.some(({ uses }) => uses)) {
    const accompaniment = left?.part ?? (parts.length === FEW_PARTS ? 1 - tune.part : null);
    return parts.map((part, index) =>
      Array.from({ length: part.staves }, (_, staff): PartUse => {
        if (part.uses?.[staff]) return part.uses[staff];
        if (index === tune.part && staff === tune.staff) return 'tune';
        return index === accompaniment || part.staves > 1 ? 'accompaniment' : 'left-out';
      }),
    );
  }
  const staves = stavesOf(parts, notes, measures.length);
  const fullest = Math.max(0, ...staves.map(({ share }) => share));
  const leading = staves.filter(({ share }) => share > 0 && share >= LEADING_SHARE * fullest);
  const byPlace = leading.find(({ part, staff }) => part === tune.part && staff === tune.staff);
  const sung = leading.reduce<StaffFacts | null>(
    (most, each) => (each.words > (most?.words ?? 0) ? each : most),
    null,
  );
  const top = sung ?? byPlace ?? leading.reduce<StaffFacts | null>(higher, null);
  const bass = leading
    .filter((each) => each !== top)
    .reduce<StaffFacts | null>((most, each) => (most && most.middle <= each.middle ? most : each), null);
  return parts.map((part, index) =>
    Array.from({ length: part.staves }, (_, staff): PartUse => {
      const own = staves.find((each) => each.part === index && each.staff === staff)!;
      if (own === top) return 'tune';
      if (own === bass) return 'accompaniment';
      return part.staves > 1 && own.share >= LEAST_SHARE ? 'accompaniment' : 'left-out';
    }),
  );
}

interface StaffFacts {
  readonly part: number;
  readonly staff: number;
  /** Of the measures, those in which it plays. */
  readonly share: number;
  /** Middle of its pitches, as MIDI numbers. */
  readonly middle: number;
  readonly words: number;
}

const higher = (most: StaffFacts | null, each: StaffFacts) =>
  most && most.middle >= each.middle ? most : each;

function stavesOf(parts: readonly Part[], notes: readonly Note[], measures: number): readonly StaffFacts[] {
  return parts.flatMap((part, index) =>
    Array.from({ length: part.staves }, (_, staff): StaffFacts => {
      const own = notes.filter((note) => note.part === index && note.staff === staff);
      return {
        part: index,
        staff,
        share: new Set(own.map(({ measure }) => measure)).size / Math.max(1, measures),
        middle: own.reduce((sum, { pitch }) => sum + midiOf(pitch), 0) / Math.max(1, own.length),
        words: own.filter(({ lyrics }) => lyrics.length > 0).length,
      };
    }),
  );
}
