import { noteId, type NoteId } from '../units';

/**
 * Ids are valid XML names and carry where a note came from, so that a pin finds its note again in every rung and key.
 * A source note: part, measure ordinal, voice, tick in the measure, and which note of the chord.
 */
export function sourceNoteId(place: {
  part: number;
  measure: number;
  voice: string;
  tickInMeasure: number;
  chordIndex: number;
  graceOrder: number | null;
}): NoteId {
  const grace = place.graceOrder === null ? '' : `g${place.graceOrder}`;
  return noteId(
    `p${place.part}m${place.measure}v${place.voice}t${place.tickInMeasure}${grace}c${place.chordIndex}`,
  );
}

/** A note the program made: measure, hand, slot in the texture and role, so the same texture gives the same ids again. */
export function generatedNoteId(measure: number, hand: 'right' | 'left', slot: number, role: string): NoteId {
  return noteId(`g${measure}${hand === 'right' ? 'R' : 'L'}${slot}${role}`);
}

/** Made by the program, rather than the source's or the teacher's. */
export function isGeneratedNote(id: string): boolean {
  return /^g\d+[RL]/.test(id);
}

/**
 * The chord that a generated note was made from, as measure, hand and slot; null for other notes, and for one that only leads to
 * the next chord.
 */
export function slotOf(id: string): string | null {
  if (id.includes('approach')) return null;
  return /^g\d+[RL]\d+/.exec(id)?.[0] ?? null;
}

/** The later parts of a note that had to be cut in two: `.1`, `.2`. */
export function splitNoteId(id: NoteId, piece: number): NoteId {
  return piece === 0 ? id : noteId(`${id}.${piece}`);
}

/** Voices are named freely in files; only letters and digits survive in an id. */
export function voiceLabel(voice: string): string {
  return voice.replace(/[^A-Za-z0-9]/g, '') || '1';
}

/** Ids that name a measure of the source, each cut where that stands: a source note, a generated one, one that was added. */
const MEASURE_IN_ID = [/^(p\d+m)(\d+)(v.*)$/, /^(g)(\d+)([RL].*)$/, /^(added-)(\d+)(-.*)$/];

function cutAtMeasure(id: string): RegExpExecArray | null {
  for (const pattern of MEASURE_IN_ID) {
    const cut = pattern.exec(id);
    if (cut) return cut;
  }
  return null;
}

/** The measure of the source that an id names; null where it names none. */
export function measureOfNote(id: string): number | null {
  const cut = cutAtMeasure(id);
  return cut ? Number(cut[2]) : null;
}

/** What an id says beside its measure. */
export function idInItsMeasure(id: string): string {
  const cut = cutAtMeasure(id);
  return cut ? `${cut[1]}${cut[3]}` : id;
}

/** The same note of another measure; an id that is not of the measure `from` stays as it is. */
export function noteIdInMeasure(id: string, from: number, to: number): string {
  const cut = cutAtMeasure(id);
  return cut && Number(cut[2]) === from ? `${cut[1]}${to}${cut[3]}` : id;
}
