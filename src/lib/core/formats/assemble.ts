import type { Key } from '../pitch/key';
import { type Pitch, midiOf } from '../pitch/pitch';
import { sourceNoteId, voiceLabel } from '../score/ids';
import {
  BASS,
  EMPTY_SCORE,
  TREBLE,
  type Articulation,
  type Barline,
  type ChordSymbol,
  type ClefChange,
  type Grace,
  type Lyric,
  type Mark,
  type Measure,
  type Note,
  type Part,
  type Rest,
  type Score,
  type Slur,
  type TimeSignature,
  type Tuplet,
} from '../score/model';
import { compareNotes, comparePlaces } from '../score/order';
import { ticks, type NoteId } from '../units';

/** A measure as a reader of a text or performance knows it, before it has a place in the piece. */
export interface MeasurePlan {
  readonly length: number;
  readonly time: TimeSignature;
  readonly key: Key;
  readonly barline: Barline;
  readonly startsRepeat: boolean;
  readonly endsRepeat: number | null;
  readonly endings: readonly number[];
  readonly rehearsal: string | null;
}

/** One event of a voice: a rest without pitches, otherwise a note or chord, ticks counted from its measure's start. */
export interface VoiceEvent {
  readonly at: number;
  readonly duration: number;
  readonly pitches: readonly Pitch[];
  /** Which of the pitches are tied on to the next event of the voice. */
  readonly tied: readonly boolean[];
  readonly tuplet: Tuplet | null;
  readonly grace: Grace | null;
  readonly articulations: readonly Articulation[];
  readonly finger: number | null;
  readonly fingerThen?: number;
  readonly lyrics: readonly Lyric[];
  readonly slurStarts: number;
  readonly slurStops: number;
}

export interface VoicePlan {
  readonly part: number;
  readonly staff: number;
  readonly voice: string;
  /** By measure. */
  readonly measures: readonly (readonly VoiceEvent[])[];
}

export interface ScorePlan {
  readonly title: string;
  readonly composer: string;
  readonly lyricist?: string;
  readonly rights?: string;
  readonly parts: readonly Part[];
  readonly measures: readonly MeasurePlan[];
  readonly voices: readonly VoicePlan[];
  /** Places below count from their measure's start, too. */
  readonly chords: readonly Omit<ChordSymbol, 'id'>[];
  readonly marks: readonly Mark[];
  readonly words?: Score['words'];
  readonly slashes?: Score['slashes'];
  readonly typedKey?: Score['typedKey'];
  readonly clefs?: readonly ClefChange[];
}

/** A measure without repeats, endings or marks. */
export const PLAIN_MEASURE: Omit<MeasurePlan, 'length' | 'time' | 'key'> = {
  barline: 'single',
  startsRepeat: false,
  endsRepeat: null,
  endings: [],
  rehearsal: null,
};

export const PLAIN_EVENT: Omit<VoiceEvent, 'at' | 'duration' | 'pitches'> = {
  tied: [],
  tuplet: null,
  grace: null,
  articulations: [],
  finger: null,
  lyrics: [],
  slurStarts: 0,
  slurStops: 0,
};

/** Builds a score from what a reader gathered by voice and measure: gives places and ids, and joins ties and slurs. */
export function assembleScore(plan: ScorePlan): Score {
  const measures = placeMeasures(plan.measures);
  const placed = <T extends { measure: number; at: number }>(events: readonly T[]) =>
    events
      .map((event) => ({ ...event, at: ticks(measures[event.measure]!.start + event.at) }))
      .sort((a, b) => a.at - b.at);
  const voices = plan.voices.map((voice) => placeVoice(voice, measures));
  const missingClefs = plan.parts.flatMap((part, index) =>
    Array.from({ length: part.staves }, (_, staff) => staff)
      .filter((staff) => !plan.clefs?.some((c) => c.part === index && c.staff === staff && c.at === 0))
      .map((staff) => ({
        ...openingClef(plan, index, staff),
        part: index,
        staff,
        measure: 0,
        at: ticks(0),
      })),
  );
  const taken = new Set<number>();
  return {
    ...EMPTY_SCORE,
    title: plan.title,
    composer: plan.composer,
    lyricist: plan.lyricist ?? '',
    rights: plan.rights ?? '',
    parts: plan.parts,
    measures,
    notes: voices.flatMap((voice) => voice.notes).sort(compareNotes),
    rests: voices.flatMap((voice) => voice.rests).sort(comparePlaces),
    slurs: voices.flatMap((voice) => voice.slurs),
    chords: placed(plan.chords)
      .filter((symbol) => !taken.has(symbol.at) && taken.add(symbol.at))
      .map((symbol) => ({ ...symbol, id: `h${symbol.measure}t${symbol.at}` })),
    marks: placed(plan.marks),
    words: placed(plan.words ?? []),
    slashes: placed(plan.slashes ?? []),
    typedKey: plan.typedKey ?? null,
    clefs: [...missingClefs, ...placed(plan.clefs ?? [])].sort(
      (a, b) => a.at - b.at || a.part - b.part || a.staff - b.staff,
    ),
  };
}

function placeMeasures(plans: readonly MeasurePlan[]): readonly Measure[] {
  let start = 0;
  let number = 0;
  return plans.map((plan, index) => {
    const isPickup =
      index === 0 && plans.length > 1 && plan.length < (40_320 / plan.time.beatType) * plan.time.beats;
    if (!isPickup) number += 1;
    const measure: Measure = {
      ...plan,
      index,
      number: String(isPickup ? 0 : number),
      start: ticks(start),
      length: ticks(plan.length),
    };
    start += plan.length;
    return measure;
  });
}

/** Treble, or bass where a staff's notes lie below middle C and no staff's place says otherwise. */
function openingClef(plan: ScorePlan, part: number, staff: number) {
  if (plan.parts[part]!.staves > 1) return staff === 0 ? TREBLE : BASS;
  const keys = plan.voices
    .filter((voice) => voice.part === part && voice.staff === staff)
    .flatMap((voice) => voice.measures.flat().flatMap((event) => event.pitches.map(midiOf)));
  const middle = keys.sort((a, b) => a - b)[keys.length >> 1];
  return middle !== undefined && middle < 57 ? BASS : TREBLE;
}

function placeVoice(plan: VoicePlan, measures: readonly Measure[]) {
  const voice = voiceLabel(plan.voice);
  const notes: Note[] = [];
  const rests: Rest[] = [];
  const slurs: Slur[] = [];
  const openSlurs: NoteId[] = [];
  let tied: readonly { readonly note: Note; readonly index: number }[] = [];
  for (const [index, events] of plan.measures.entries()) {
    const measure = measures[index];
    if (!measure) break;
    for (const event of events) {
      const place = { part: plan.part, staff: plan.staff, voice, measure: index };
      const at = ticks(measure.start + event.at);
      if (event.pitches.length === 0) {
        rests.push({
          ...place,
          at,
          duration: ticks(event.duration),
          tuplet: event.tuplet,
          isWholeMeasure: event.at === 0 && event.duration === measure.length,
        });
        tied = [];
        continue;
      }
      const made = event.pitches.map((pitch, chordIndex): Note => ({
        ...place,
        at,
        duration: ticks(event.grace ? 0 : event.duration),
        id: sourceNoteId({
          part: plan.part,
          measure: index,
          voice,
          tickInMeasure: event.at,
          chordIndex,
          graceOrder: event.grace?.order ?? null,
        }),
        pitch,
        tieTo: null,
        grace: event.grace,
        tuplet: event.tuplet,
        articulations: event.articulations,
        finger: event.finger,
        ...(event.fingerThen === undefined ? {} : { fingerThen: event.fingerThen }),
        lyrics: chordIndex === 0 ? event.lyrics : [],
      }));
      if (event.grace === null) {
        for (const from of tied) {
          // In a measure that is not full a silence may follow, and nothing is held over it.
          const goesOn = from.note.at + from.note.duration === at;
          const to = made.find((note) => midiOf(note.pitch) === midiOf(from.note.pitch));
          if (to && goesOn) notes[from.index] = { ...from.note, tieTo: to.id };
        }
        for (let stop = 0; stop < event.slurStops; stop += 1) {
          const from = openSlurs.pop();
          if (from && from !== made[0]!.id) slurs.push({ from, to: made[0]!.id });
        }
        for (let start = 0; start < event.slurStarts; start += 1) openSlurs.push(made[0]!.id);
        tied = made.flatMap((note, chordIndex) =>
          event.tied[chordIndex] ? [{ note, index: notes.length + chordIndex }] : [],
        );
      }
      notes.push(...made);
    }
  }
  return { notes, rests, slurs };
}
