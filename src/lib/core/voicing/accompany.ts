import type { HandSize } from '../hands/reach';
import type { Position } from '../hands/position';
import { isOverAnother } from '../pitch/chord';
import { midiOf, type Pitch } from '../pitch/pitch';
import type { Measure, Note } from '../score/model';
import { endOf } from '../score/time';
import { sectionEnds, type ChordSpan } from './chord-spans';
import type { HandName } from '../hands/hand';
import type { Material } from '../analyse/material';
import type { TextureFacts } from '../document/choices/textures.data';
import { atRest, placesIn } from '../textures/figures';
import { voiceChords, type ChordVoicing, type VoiceTask } from './voice-chords';
import type { VoicingStyle } from '../document/choices/voicing-styles.data';
import { writeChord, type WriteTask } from './write-chords';

export interface AccompanyTask {
  readonly material: Material;
  readonly spans: readonly ChordSpan[];
  readonly hand: HandName;
  /** The texture of each measure; null where the hand has something else to do. */
  readonly textureAt: (measure: number) => TextureFacts | null;
  /** Notes at once by the rung, and the widest of them in semitones; null for the hand's own. */
  readonly atOnce: number;
  readonly widest: number | null;
  /** A seventh chord is played as its triad. */
  readonly isPlain: boolean;
  readonly size: HandSize;
  readonly style: VoicingStyle;
  readonly positionAt: (measure: number) => Position | null;
  /** What the other hand plays, to stay clear of. */
  readonly otherHand: readonly Note[];
  /** Chords that the teacher voiced, by the tick at which they begin. */
  readonly byHand: ReadonlyMap<number, readonly Pitch[]>;
}

export interface Accompaniment {
  /** By measure. */
  readonly notes: ReadonlyMap<number, readonly Note[]>;
  readonly voicings: readonly ChordVoicing[];
}

/** Accompaniments made before, by the music (at any tempo) and by all that was asked: rungs have many in common. */
const known = new WeakMap<Material['twinOf'], Map<string, Accompaniment>>();

/** The same as `accompany`, kept; `name` tells the textures, positions and other hand apart, which are not compared. */
export function accompanyOnce(task: AccompanyTask, name: string): Accompaniment {
  const { material, hand, atOnce, widest, isPlain, size, style } = task;
  const made = known.get(material.twinOf) ?? new Map<string, Accompaniment>();
  known.set(material.twinOf, made);
  const asked = JSON.stringify([name, hand, atOnce, widest, isPlain, size, style, [...task.byHand]]);
  const accompaniment = made.get(asked) ?? accompany(task);
  made.set(asked, accompaniment);
  return accompaniment;
}

/** A hand made from the chords, voiced over the whole piece at once and written measure by measure. */
export function accompany(task: AccompanyTask): Accompaniment {
  const { material, hand, spans } = task;
  const nearest = nearestKeys(spans, task.otherHand, hand);
  const stands = standsOnBass(material, spans);
  const end = endOf(material.score.measures);
  const places = new Map<string, number>();
  const tasks: VoiceTask[] = [];
  const twinOf: number[] = [];
  for (const [index, span] of spans.entries()) {
    const own = task.textureAt(span.measure);
    if (!own) continue;
    const { measure, offset } = material.measures[span.measure]!;
    const from = span.at - measure.start + offset;
    const byHand = task.byHand.get(span.at) ?? null;
    const place = byHand ? `by hand/${index}` : `${material.twinOf[span.measure]!}/${span.slot}`;
    if (!places.has(place)) places.set(place, tasks.length);
    twinOf.push(places.get(place)!);
    tasks.push({
      span,
      texture: span.at + span.duration === end ? atRest(own) : own,
      hand,
      otherHand: nearest[index] ?? null,
      reach: task.size[hand],
      widest: task.widest,
      position: task.positionAt(span.measure),
      room: {
        atOnce: task.atOnce,
        inTurn: placesIn({ from, duration: span.duration, time: measure.time }),
        isPlain: task.isPlain,
        isOverBass: hand === 'right',
      },
      standsOnBass: stands[index]!,
      byHand,
    });
  }
  const voicings = voiceChords(tasks, task.style, twinOf);
  const approached = nextBasses(
    voicings,
    (each) => `${material.twinOf[each.span.measure]!}/${each.span.slot}`,
  );
  const slashes = material.score.slashes.length > 0 ? material.score.slashes.map(({ at }) => at) : null;
  const inMeasure = new Map<number, WriteTask[]>();
  for (const [index, voicing] of voicings.entries()) {
    const { measure, offset } = material.measures[voicing.span.measure]!;
    const own = inMeasure.get(measure.index) ?? [];
    own.push({ voicing, hand, measure, offset, next: approached[index]!, slashes });
    inMeasure.set(measure.index, own);
  }
  return { notes: new Map([...inMeasure].map(([index, tasks]) => [index, writeOnce(tasks)])), voicings };
}

/** Notes written before, by their measure and what is written in it: a chord that is changed leaves all other measures' notes as they are. */
const written = new WeakMap<Measure, Map<string, readonly Note[]>>();
const MOST_WRITTEN = 200;

function writeOnce(tasks: readonly WriteTask[]): readonly Note[] {
  const { measure } = tasks[0]!;
  const known = written.get(measure) ?? new Map<string, readonly Note[]>();
  written.set(measure, known);
  const name = tasks
    .map(({ voicing: { span, texture, tones }, hand, next }) => {
      const stack = tones.map(({ pitch, role }) => `${pitch.step}${pitch.alter}${pitch.octave}${role}`);
      const towards = next && `${next.step}${next.alter}${next.octave}`;
      return [hand, span.slot, span.at, span.duration, texture.figure, towards, stack].join();
    })
    .join(';');
  const notes = known.get(name) ?? tasks.flatMap(writeChord);
  if (known.size >= MOST_WRITTEN) known.clear();
  known.set(name, notes);
  return notes;
}

/**
 * The bass to come after each chord, towards which a bass may walk; null where what is played alike goes on to different basses,
 * as a walk that fits the one would lead astray before the other.
 */
function nextBasses(
  voicings: readonly ChordVoicing[],
  kindOf: (voicing: ChordVoicing) => string,
): readonly (Pitch | null)[] {
  const next = (index: number) => voicings[index + 1]?.tones[0]?.pitch ?? null;
  const keys = new Map<string, Set<number>>();
  for (const [index, voicing] of voicings.entries()) {
    const pitch = next(index);
    const kind = kindOf(voicing);
    keys.set(kind, (keys.get(kind) ?? new Set()).add(pitch ? midiOf(pitch) : -1));
  }
  return voicings.map((voicing, index) => (keys.get(kindOf(voicing))!.size === 1 ? next(index) : null));
}

/** Sections open and close on the bass; so does, where it can, a chord beside one whose bass is written out. */
function standsOnBass(material: Material, spans: readonly ChordSpan[]): readonly VoiceTask['standsOnBass'][] {
  const ends = sectionEnds(material.sections, spans);
  const named = spans.flatMap((span) => (span.chord?.kind === 'chord' ? [{ span, chord: span.chord }] : []));
  const should = new Set(
    named.flatMap(({ span }, order) => {
      const besides = [named[order - 1], named[order + 1]].flatMap((each) => each?.chord ?? []);
      return besides.some(isOverAnother) ? [span] : [];
    }),
  );
  return spans.map((span) => (ends.has(span) ? 'must' : should.has(span) ? 'should' : 'may'));
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
