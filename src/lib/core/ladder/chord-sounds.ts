import type { Setting } from '../document/choices/settings.data';
import { isGenerated, TEXTURES, type LeftTexture } from '../document/choices/textures.data';
import { bassOf, isOverAnother, toneInterval } from '../pitch/chord';
import { tellingTones } from '../pitch/essential';
import { transposeSpelling } from '../pitch/interval';
import { midiOf, mod, pitchClassOf } from '../pitch/pitch';
import type { Note } from '../score/model';
import type { ChordSpan } from '../voicing/chord-spans';

/** What a chord asks of the hands together while it holds. */
export interface ChordDemand {
  readonly at: number;
  readonly end: number;
  /** Pitch class that belongs in the bass, and whether a section opens or closes here. */
  readonly bass: number;
  /** Another note than the root is written in the bass. */
  readonly isOverAnother: boolean;
  readonly isSectionEnd: boolean;
  /** The chord before it was another. */
  readonly isChange: boolean;
  /** Pitch classes that tell the chord, as many as this rung asks for; as bits. */
  readonly telling: number;
  /** Root and fifth: a bare fifth spells no chord. */
  readonly bare: number;
}

/** What one hand gives to a chord. */
export interface ChordSound {
  /** Pitch classes that sound, and those of them that an accompaniment has, as bits. */
  readonly heard: number;
  readonly made: number;
  /** The accompaniment has two of them at once. */
  readonly isTogether: boolean;
  /** The lowest key when the chord begins; null where nothing sounds then. */
  readonly lowest: number | null;
}

/** The first rung at which more than the third is asked for. */
export const TELLS_FROM: Readonly<Record<'sing' | 'solo', number>> = { sing: 2, solo: 3 };

export function isPlainRung(place: number, setting: Setting): boolean {
  return place < TELLS_FROM[setting === 'sing' ? 'sing' : 'solo'];
}

/** Demands of the chords of a measure; `asked` is how many telling tones the rung has room for beside the tune and the bass. */
export function chordDemands(
  spans: readonly ChordSpan[],
  isSectionEnd: (span: ChordSpan) => boolean,
  isChange: (span: ChordSpan) => boolean,
  asked: number,
): readonly ChordDemand[] {
  return spans.flatMap((span): ChordDemand[] => {
    const { chord, at, duration } = span;
    if (chord?.kind !== 'chord') return [];
    const root = pitchClassOf(chord.root);
    return [
      {
        at,
        end: at + duration,
        bass: pitchClassOf(bassOf(chord)),
        isOverAnother: isOverAnother(chord),
        isSectionEnd: isSectionEnd(span),
        isChange: isChange(span),
        telling: bitsOf(
          tellingTones(chord)
            .slice(0, asked)
            .map((tone) => pitchClassOf(transposeSpelling(chord.root, toneInterval(tone)))),
        ),
        bare: bitsOf([root, mod(root + 7, 12)]),
      },
    ];
  });
}

/** What a hand's notes give to each chord of their measure. `isMade` tells accompaniment from the tune and from given notes. O(notes × chords). */
export function chordSounds(
  demands: readonly ChordDemand[],
  notes: readonly Note[],
  isMade: (note: Note) => boolean,
): readonly ChordSound[] {
  return demands.map(({ at, end }) => {
    let [heard, made, isTogether] = [0, 0, false];
    let lowest: number | null = null;
    for (const note of notes) {
      const noteEnd = note.at + note.duration;
      if (note.at >= end || noteEnd <= at || note.grace) continue;
      const key = midiOf(note.pitch);
      const bit = 1 << mod(key, 12);
      heard |= bit;
      if (note.at <= at && (lowest === null || key < lowest)) lowest = key;
      if (!isMade(note)) continue;
      isTogether ||=
        (made & ~bit) !== 0 &&
        notes.some(
          (other) =>
            other !== note &&
            isMade(other) &&
            mod(midiOf(other.pitch) - key, 12) !== 0 &&
            other.at < noteEnd &&
            other.at + other.duration > note.at,
        );
      made |= bit;
    }
    return { heard, made, isTogether, lowest };
  });
}

/** Tones that tell a chord which is spelled out, and yet are not heard. */
export function tonesMissing(demand: ChordDemand, right: ChordSound, left: ChordSound): number {
  const made = right.made | left.made;
  if (right.made === 0 && (left.made & ~demand.bare) === 0) return 0;
  const isSpelledOut =
    count(made) >= 3 ||
    right.isTogether ||
    left.isTogether ||
    (right.made !== 0 && left.made !== 0 && count(made) >= 2);
  return isSpelledOut ? count(demand.telling & ~(right.heard | left.heard)) : 0;
}

/** Whether the chord stands on its bass when it begins. */
export function isOnBass(demand: ChordDemand, right: ChordSound, left: ChordSound): boolean {
  const lowest = Math.min(right.lowest ?? Infinity, left.lowest ?? Infinity);
  return Number.isFinite(lowest) && mod(lowest, 12) === demand.bass;
}

/** Close triads may stand on any of their notes, but for a chord whose bass is written out. */
export function standsOnAnyTone(texture: LeftTexture, { isOverAnother }: ChordDemand): boolean {
  if (!isGenerated(texture) || isOverAnother) return false;
  const { stack, figure } = TEXTURES[texture];
  return stack === 'triad' && figure !== 'outer-first';
}

function bitsOf(classes: readonly number[]): number {
  return classes.reduce((bits, each) => bits | (1 << each), 0);
}

function count(bits: number): number {
  let [rest, found] = [bits, 0];
  for (; rest !== 0; rest &= rest - 1) found += 1;
  return found;
}
