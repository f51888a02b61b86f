import {
  isSameSpelling,
  midiOf,
  pitchClassOf,
  spellingLabel,
  type Pitch,
  type Spelling,
} from '../pitch/pitch';
import { chordLabel, spellChord, tonesOf, type NamedChord } from '../pitch/chord';
import { keyLabel, type Key } from '../pitch/key';
import { spellClassInKey, withOctave } from '../pitch/spell';
import { notesByMeasure } from '../score/by-measure';
import type { Note, Score } from '../score/model';
import type { NoteId } from '../units';
import type { ChordFinding } from './find-chords';
import { isToneOfKey } from './degrees';
import type { KeyPassage } from './find-key';

/** A note that would read better under another name. */
export interface SpellingFinding {
  readonly id: string;
  readonly notes: readonly NoteId[];
  readonly measure: number;
  readonly written: Pitch;
  readonly better: Pitch;
  readonly sentence: string;
}

/**
 * Finds notes that are named wrongly for their chord or key: the name is in neither, another name for the same key on the
 * keyboard is, and where the note leads on by a semitone its direction asks for that letter. Tied notes are found, and
 * mended, together. O(notes × notes in a measure).
 */
export function findMisspellings(
  score: Score,
  chords: readonly ChordFinding[],
  passages: readonly KeyPassage[],
  home: Key,
): readonly SpellingFinding[] {
  const dismissed = new Set(score.judgement?.dismissed);
  const tieFrom = new Map(
    score.notes.flatMap((note) => (note.tieTo === null ? [] : [[note.tieTo, note.id] as const])),
  );
  const byId = new Map(score.notes.map((note) => [note.id, note]));
  const byMeasure = notesByMeasure(score.notes, score.measures.length);
  const nextInVoice = followers(score.notes);
  let chord = 0;
  return score.notes.flatMap((note): SpellingFinding[] => {
    while (chord + 1 < chords.length && chords[chord + 1]!.symbol.at <= note.at) chord += 1;
    if (tieFrom.has(note.id)) return [];
    const symbol = chords[chord];
    const sounding =
      symbol && symbol.symbol.at <= note.at && symbol.symbol.chord.kind === 'chord' ? symbol : undefined;
    const key = passages.find((each) => each.from <= note.measure && each.to >= note.measure)?.key ?? home;
    const next = nextInVoice.get(note.id);
    const found = betterName(note, sounding, key, home, next, () =>
      isInHarmony(note, byMeasure[note.measure]!),
    );
    if (!found) return [];
    const id = `spelling:${note.id}`;
    if (dismissed.has(id)) return [];
    const chain: NoteId[] = [note.id];
    for (let at = note.tieTo; at !== null && byId.has(at); at = byId.get(at)!.tieTo) chain.push(at);
    const better = withOctave(found.spelling, midiOf(note.pitch));
    return [
      {
        id,
        notes: chain,
        measure: note.measure,
        written: note.pitch,
        better,
        sentence: `${spellingLabel(note.pitch)} is written; ${spellingLabel(better)} ${found.reason}.`,
      },
    ];
  });
}

/** The note that follows each one in its voice. */
function followers(notes: readonly Note[]): ReadonlyMap<NoteId, Note> {
  const last = new Map<string, Note[]>();
  const next = new Map<NoteId, Note>();
  for (const note of notes) {
    if (note.grace) continue;
    const voice = `${note.part}/${note.staff}/${note.voice}`;
    const before = last.get(voice);
    if (before && before[0]!.at >= note.at) before.push(note);
    else {
      for (const each of before ?? []) next.set(each.id, note);
      last.set(voice, [note]);
    }
  }
  return next;
}

/**
 * Another name for a note, where the chord, the key and the voice leading all speak for it or are silent. A published score is
 * spelled right, so what any of them explains is left alone.
 */
function betterName(
  note: Note,
  sounding: ChordFinding | undefined,
  key: Key,
  home: Key,
  next: Note | undefined,
  isHarmony: () => boolean,
): { spelling: Spelling; reason: string } | null {
  const written = note.pitch;
  if (isToneOfKey(written, key) || isToneOfKey(written, home)) return null;
  const chord = sounding?.symbol.chord.kind === 'chord' ? sounding.symbol.chord : null;
  const isTone = chord !== null && spellChord(chord).some((tone) => isSameSpelling(tone, written));
  if (isTone && (sounding!.origin !== 'found' || isHarmony())) return null;
  const lead = leadingName(note, next);
  if (lead && isSameSpelling(lead, written)) return null;
  const agrees = (name: Spelling) =>
    !isSameSpelling(name, written) && Math.abs(name.alter) < 2 && (!lead || isSameSpelling(lead, name));
  // A chord named from the notes takes their names, so only a given one can say that a name is wrong.
  const given = chord && sounding?.origin !== 'found' ? chord : null;
  const tone = given
    ? stackOf(given).find((each) => pitchClassOf(each) === pitchClassOf(written))
    : undefined;
  if (given && tone && agrees(tone)) return { spelling: tone, reason: `is the note of ${chordLabel(given)}` };
  if (tone) return null;
  for (const candidateKey of [key, home]) {
    const name = spellClassInKey(midiOf(written), candidateKey);
    if (!agrees(name)) continue;
    if (isToneOfKey(name, candidateKey))
      return { spelling: name, reason: `belongs to ${keyLabel(candidateKey)}` };
    if (lead) return { spelling: name, reason: `shows that it moves on to ${spellingLabel(next!.pitch)}` };
  }
  return null;
}

/** Do at least two other letters sound with it, of the notes of its measure? A chord guessed from a single line proves no name. */
function isInHarmony(note: Note, notes: readonly Note[]): boolean {
  const together = notes.filter((each) => each.at <= note.at && each.at + each.duration > note.at);
  return new Set(together.map(({ pitch }) => pitch.step)).size > 2;
}

/** Root, third, fifth and sixth or seventh: what is added above is spelled many ways. */
function stackOf(chord: NamedChord): readonly Spelling[] {
  const tones = tonesOf(chord.quality);
  return spellChord({ ...chord, bass: null }).filter((_, index) => tones[index]!.degree <= 7);
}

/** Up by a semitone a chromatic note takes the letter below its goal, down the letter above. */
function leadingName(note: Note, next: Note | undefined): Spelling | null {
  if (!next || next.at !== note.at + note.duration) return null;
  const step = midiOf(next.pitch) - midiOf(note.pitch);
  if (Math.abs(step) !== 1) return null;
  const order = ['C', 'D', 'E', 'F', 'G', 'A', 'B'] as const;
  const goal = order.indexOf(next.pitch.step);
  const letter = order[(goal + (step > 0 ? 6 : 1)) % 7]!;
  const natural = { step: letter, alter: 0 };
  const distance = pitchClassOf(note.pitch) - pitchClassOf(natural);
  const alter = ((distance + 18) % 12) - 6;
  return Math.abs(alter) <= 1 ? { step: letter, alter } : null;
}
