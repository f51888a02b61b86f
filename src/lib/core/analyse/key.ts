import { ALL_KEYS, tonicOf, type Key } from '../pitch/key';
import { midiOf, mod, pitchClassOf } from '../pitch/pitch';
import { bassOf } from '../pitch/chord';
import type { Score } from '../score/model';
import { MAJOR_PROFILE, MINOR_PROFILE } from './key-profiles.data';

export interface KeyFinding {
  readonly key: Key;
  /** How far ahead of the next best key, 0–100. */
  readonly confidence: number;
  readonly reason: string;
}

/**
 * The key of a whole piece, by matching how long each pitch class sounds against key profiles (Temperley 1999), with
 * weight for agreeing with the signature and for the tonic at the end. Keys with a signature's spelling are told from
 * their twins by the notes' letters. O(notes).
 */
export function findKey(score: Score): KeyFinding {
  const weights = pitchClassWeights(score);
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const signature = score.measures[0]?.key ?? { fifths: 0, mode: 'major' as const };
  if (total === 0)
    return { key: signature, confidence: 0, reason: 'There are no notes, so the signature decides.' };
  const ending = finalPitchClasses(score);
  const ranked = ALL_KEYS.map((key) => ({
    key,
    points: pointsOf(key, weights, total, signature, ending),
  })).sort((a, b) => b.points - a.points);
  const best = ranked[0]!;
  const isTwin = (key: Key) => mod(key.fifths - best.key.fifths, 12) === 0;
  const next = ranked.find(
    (each) => each !== best && !(isTwin(each.key) && each.key.mode === best.key.mode),
  )!;
  const confidence = Math.max(0, Math.min(100, Math.round((best.points - next.points) / 4)));
  const agrees = best.key.fifths === signature.fifths;
  const reason = agrees
    ? `The notes and the ending rest on ${best.key.mode === 'major' ? 'the major' : 'the minor'} tonic of the signature.`
    : 'The notes fit this key better than the one the signature shows.';
  return { key: best.key, confidence, reason };
}

function pitchClassWeights(score: Score): readonly number[] {
  const weights = Array<number>(12).fill(0);
  for (const note of score.notes) weights[pitchClassOf(note.pitch)]! += note.duration;
  return weights;
}

/** Points in thousandths of a note's share, plus fixed amounts for signature and ending. */
function pointsOf(
  key: Key,
  weights: readonly number[],
  total: number,
  signature: Key,
  ending: { readonly bass: number | null; readonly top: number | null },
): number {
  const tonic = pitchClassOf(tonicOf(key));
  const profile = key.mode === 'major' ? MAJOR_PROFILE : MINOR_PROFILE;
  const fit =
    weights.reduce((sum, weight, pitchClass) => sum + weight * profile[mod(pitchClass - tonic, 12)]!, 0) /
    total;
  const signatureDistance = Math.abs(key.fifths - signature.fifths);
  const signaturePoints = signatureDistance === 0 ? 300 : -60 * Math.min(7, signatureDistance);
  const endingPoints = (ending.bass === tonic ? 350 : 0) + (ending.top === tonic ? 120 : 0);
  return Math.round(fit) + signaturePoints + endingPoints;
}

function finalPitchClasses(score: Score): { bass: number | null; top: number | null } {
  const lastSymbol = score.chords.findLast((symbol) => symbol.chord.kind === 'chord');
  const lastOnset = score.notes.at(-1)?.at;
  const finalNotes = score.notes.filter(
    (note) => note.at + note.duration > (lastOnset ?? 0) && note.at <= (lastOnset ?? 0),
  );
  const byPitch = [...finalNotes].sort((a, b) => midiOf(a.pitch) - midiOf(b.pitch));
  const low = byPitch[0];
  const high = byPitch.at(-1);
  const bass =
    lastSymbol?.chord.kind === 'chord'
      ? pitchClassOf(bassOf(lastSymbol.chord))
      : low && pitchClassOf(low.pitch);
  return { bass: bass ?? null, top: high ? pitchClassOf(high.pitch) : null };
}
