import { scaleNeighbour, type Key } from '../pitch/key';
import { midiOf, type Pitch } from '../pitch/pitch';
import { writeByMetre } from '../score/duration';
import { generatedNoteId, splitNoteId } from '../score/ids';
import type { Measure, Note } from '../score/model';
import { metreLength } from '../score/time';
import { ticks } from '../units';
import { strikesOf } from '../textures/figures';
import type { HandName } from '../hands/hand';
import type { ChordVoicing, Tone } from './voice-chords';

export interface WriteTask {
  readonly voicing: ChordVoicing;
  readonly hand: HandName;
  readonly measure: Measure;
  /** Where the measure begins in its metre. */
  readonly offset: number;
  /** The bass to come, which a moving bass steps towards. */
  readonly next: Pitch | null;
  /** Ticks at which a chart strikes its chord again; null where the piece has no slashes. */
  readonly slashes: readonly number[] | null;
}

/** The notes of one chord: the strikes of its figure, each cut into written values where the metre asks for it. */
export function writeChord({ voicing, hand, measure, offset, next, slashes }: WriteTask): readonly Note[] {
  const { span, texture } = voicing;
  const from = span.at - measure.start + offset;
  const isOverfull = from + span.duration > metreLength(measure.time);
  const tones = texture.figure === 'walking' ? withApproach(voicing.tones, next, measure.key) : voicing.tones;
  const strikes = strikesOf({
    figure: isOverfull ? 'held' : texture.figure,
    size: tones.length,
    from,
    duration: span.duration,
    time: measure.time,
    slashes: slashes && slashes.map((at) => at - measure.start + offset),
  });
  return strikes.flatMap((strike, order) =>
    strike.tones.flatMap((index) => {
      const { pitch, role } = tones[index]!;
      const id = generatedNoteId(span.measure, hand, span.slot, order === 0 ? role : `${role}x${order}`);
      const pieces = writeByMetre(strike.at, strike.duration, measure.time);
      return pieces.map((piece, part): Note => ({
        part: 0,
        staff: hand === 'right' ? 0 : 1,
        voice: hand === 'right' ? 'R' : 'L',
        measure: span.measure,
        at: ticks(piece.at - offset + measure.start),
        duration: piece.duration,
        id: splitNoteId(id, part),
        pitch,
        tieTo: part + 1 < pieces.length ? splitNoteId(id, part + 1) : null,
        grace: null,
        tuplet: null,
        articulations: [],
        finger: null,
        lyrics: [],
      }));
    }),
  );
}

/** The root, and a scale note beside the root to come, from the side that the bass comes from. */
function withApproach(tones: readonly Tone[], next: Pitch | null, key: Key): readonly Tone[] {
  const root = tones[0]!;
  if (!next || midiOf(next) === midiOf(root.pitch)) return [root];
  const isRising = midiOf(next) > midiOf(root.pitch);
  const approach = scaleNeighbour(next, key, isRising ? -1 : 1);
  return midiOf(approach) === midiOf(root.pitch) ? [root] : [root, { pitch: approach, role: 'approach' }];
}
