import { chordLabel, chordName, spellChord, type Chord } from '../pitch/chord';
import type { Key } from '../pitch/key';
import { pitchClassOf } from '../pitch/pitch';
import type { ChordSymbol, Note, Score } from '../score/model';
import { endOf } from '../score/time';
import { ticks, type Ticks } from '../units';
import { nameChords } from './chords';
import { chordNumber, isChordInKey, lacksThird, romanNumeral } from './degrees';

export interface ChordFinding {
  readonly symbol: ChordSymbol;
  readonly duration: Ticks;
  /** Where it comes from: written in the source, found from the notes, or chosen by the teacher. */
  readonly origin: 'given' | 'found' | 'chosen';
  /** The third is not heard, so major or minor is a guess. */
  readonly isProbable: boolean;
  readonly number: string;
  readonly roman: string;
  readonly isOutsideKey: boolean;
  /** What the notes say instead of a given symbol, when they plainly contradict it. */
  readonly dissent: { readonly chord: Chord; readonly sentence: string } | null;
}

/** A given symbol is questioned when this share of what sounds over it does not belong to it. */
const MOST_FOREIGN = 0.55;
/** … and the chord that the notes spell explains all but this much. */
const LEAST_FOREIGN = 0.2;

/**
 * The harmony of a piece: given symbols are respected and checked against the notes; without any, chords are named from
 * the notes. What the teacher chose stands in place of either. O(beats × candidates).
 */
export function findChords(score: Score, key: Key): readonly ChordFinding[] {
  const chosen = new Map(score.judgement?.chords.map((symbol) => [symbol.at as number, symbol]));
  const isGiven = score.chords.length > 0;
  const named = nameChords(score, key);
  const base = isGiven ? score.chords.map((symbol) => ({ symbol, hasThird: true })) : named;
  const merged = [
    ...base.filter(({ symbol }) => !chosen.has(symbol.at)),
    ...[...chosen.values()].map((symbol) => ({ symbol, hasThird: true })),
  ].sort((a, b) => a.symbol.at - b.symbol.at);
  const end = endOf(score.measures);
  const sounding = soundingIn(score.notes);
  return merged.map(({ symbol, hasThird }, index): ChordFinding => {
    const until = merged[index + 1]?.symbol.at ?? end;
    const origin = chosen.get(symbol.at) === symbol ? 'chosen' : isGiven ? 'given' : 'found';
    return {
      symbol,
      duration: ticks(Math.max(0, until - symbol.at)),
      origin,
      isProbable: origin === 'found' && (!hasThird || lacksThird(symbol.chord)),
      number: chordNumber(symbol.chord, key),
      roman: romanNumeral(symbol.chord, key),
      isOutsideKey: !isChordInKey(symbol.chord, key),
      dissent: origin === 'given' ? dissentOf(symbol, until, sounding(symbol.at, until), named) : null,
    };
  });
}

interface Sounding {
  readonly note: Note;
  readonly lasts: number;
}

/** What sounds between two ticks; calls must go forward in time. */
function soundingIn(notes: readonly Note[]) {
  let first = 0;
  return (from: number, to: number): readonly Sounding[] => {
    while (first < notes.length && notes[first]!.at + 4 * 40_320 < from) first += 1;
    const found: Sounding[] = [];
    for (let index = first; index < notes.length && notes[index]!.at < to; index += 1) {
      const note = notes[index]!;
      const lasts = Math.min(to, note.at + note.duration) - Math.max(from, note.at);
      if (lasts > 0) found.push({ note, lasts });
    }
    return found;
  };
}

function foreignShare(chord: Chord, sounding: readonly Sounding[]): number {
  if (chord.kind === 'none') return 0;
  const tones = new Set([...spellChord(chord), ...(chord.bass ? [chord.bass] : [])].map(pitchClassOf));
  const total = sounding.reduce((sum, each) => sum + each.lasts, 0);
  const foreign = sounding
    .filter(({ note }) => !tones.has(pitchClassOf(note.pitch)))
    .reduce((sum, each) => sum + each.lasts, 0);
  return total === 0 ? 0 : foreign / total;
}

function dissentOf(
  symbol: ChordSymbol,
  until: number,
  sounding: readonly Sounding[],
  named: readonly { readonly symbol: ChordSymbol }[],
): ChordFinding['dissent'] {
  if (foreignShare(symbol.chord, sounding) <= MOST_FOREIGN) return null;
  const heard = named.findLast((each) => each.symbol.at <= symbol.at || each.symbol.at < until)?.symbol.chord;
  if (!heard || chordName(heard) === chordName(symbol.chord)) return null;
  if (foreignShare(heard, sounding) > LEAST_FOREIGN) return null;
  return {
    chord: heard,
    sentence: `The symbol says ${chordLabel(symbol.chord)}; the notes spell ${chordLabel(heard)}.`,
  };
}
