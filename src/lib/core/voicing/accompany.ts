import type { LeftOnsets } from '../rungs/rule-scales.data';
import type { HandSize } from '../hands/reach';
import type { Position } from '../hands/position';
import { midiOf } from '../pitch/pitch';
import type { Note } from '../score/model';
import { beatsOf, endOf, strongBeats } from '../score/time';
import { ticks } from '../units';
import { chordSpans, type ChordSpan } from './chord-spans';
import type { HandName } from '../hands/hand';
import type { Material } from '../analyse/material';
import type { TextureFacts } from '../document/choices/textures.data';
import { voiceChords, type ChordVoicing } from './voice-chords';
import type { VoicingStyle } from '../document/choices/voicing-styles.data';
import { writeChord } from './write-chords';

/**
 * Chords as a hand of this rung plays them: one that comes where the hand does not strike is passed over, and the chord
 * before it goes on.
 */
export function spansFor(material: Material, allowed: LeftOnsets | 'measures'): readonly ChordSpan[] {
  const spans = chordSpans(material.score.measures, material.score.chords);
  if (allowed === 'anywhere' || allowed === 'chord-changes') return spans;
  const merged: ChordSpan[] = [];
  for (const span of spans) {
    const { measure, offset } = material.measures[span.measure]!;
    const place = span.at - measure.start + offset;
    const places: readonly number[] =
      allowed === 'measures'
        ? []
        : allowed === 'beats'
          ? beatsOf(measure.time).map((beat) => beat.at)
          : strongBeats(measure.time);
    const before = merged.at(-1);
    const isPassedOver = span.at !== measure.start && !places.includes(place);
    if (isPassedOver && before?.measure === span.measure)
      merged[merged.length - 1] = { ...before, duration: ticks(before.duration + span.duration) };
    else merged.push({ ...span, slot: before?.measure === span.measure ? before.slot + 1 : 0 });
  }
  return merged;
}

export interface AccompanyTask {
  readonly material: Material;
  readonly spans: readonly ChordSpan[];
  readonly hand: HandName;
  /** The texture of each measure; null where the hand has something else to do. */
  readonly textureAt: (measure: number) => TextureFacts | null;
  /** Widest notes together by the rung, in semitones; null for the hand's own. */
  readonly widest: number | null;
  readonly size: HandSize;
  readonly style: VoicingStyle;
  readonly positionAt: (measure: number) => Position | null;
  /** What the other hand plays, to stay clear of. */
  readonly otherHand: readonly Note[];
}

export interface Accompaniment {
  /** By measure. */
  readonly notes: ReadonlyMap<number, readonly Note[]>;
  readonly voicings: readonly ChordVoicing[];
}

/** A hand made from the chords, voiced over the whole piece at once and written measure by measure. */
export function accompany(task: AccompanyTask): Accompaniment {
  const { material, hand, spans } = task;
  const nearest = nearestKeys(spans, task.otherHand, hand);
  const tasks = spans.flatMap((span, index) => {
    const texture = task.textureAt(span.measure);
    if (!texture) return [];
    return [
      {
        span,
        texture,
        hand,
        otherHand: nearest[index] ?? null,
        reach: task.size[hand],
        widest: task.widest,
        position: task.positionAt(span.measure),
      },
    ];
  });
  const voicings = voiceChords(tasks, task.style);
  const notes = new Map<number, Note[]>();
  const end = endOf(material.score.measures);
  for (const [index, voicing] of voicings.entries()) {
    const { measure, offset } = material.measures[voicing.span.measure]!;
    const own = notes.get(measure.index) ?? [];
    own.push(
      ...writeChord({
        voicing,
        hand,
        measure,
        offset,
        isEnd: voicing.span.at + voicing.span.duration === end,
        next: voicings[index + 1]?.tones[0]?.pitch ?? null,
      }),
    );
    notes.set(measure.index, own);
  }
  return { notes, voicings };
}

/** The other hand's nearest key during each span; one pass, as both come in order of time. */
function nearestKeys(
  spans: readonly ChordSpan[],
  other: readonly Note[],
  hand: HandName,
): readonly (number | null)[] {
  let first = 0;
  return spans.map((span) => {
    while (first < other.length && other[first]!.at + other[first]!.duration <= span.at) first += 1;
    let nearest: number | null = null;
    for (let index = first; index < other.length && other[index]!.at < span.at + span.duration; index += 1) {
      const note = other[index]!;
      if (note.at + note.duration <= span.at && !note.grace) continue;
      const key = midiOf(note.pitch);
      nearest = nearest === null ? key : hand === 'left' ? Math.min(nearest, key) : Math.max(nearest, key);
    }
    return nearest;
  });
}
