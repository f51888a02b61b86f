import {
  withSigns,
  isSameSpelling,
  midiOf,
  pitchClassOf,
  spellingLabel,
  type Pitch,
  type Spelling,
} from '../pitch/pitch';
import { chordLabel, chordName, spellChord } from '../pitch/chord';
import { isInScale, keyLabel, type Key } from '../pitch/key';
import { spellClassInKey, withOctave } from '../pitch/spell';
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

/** One chord symbol that the source voices in more than one way. */
export interface VoicingFinding {
  readonly id: string;
  readonly chord: string;
  readonly measures: readonly number[];
  readonly sentence: string;
}

/**
 * Finds notes that are named wrongly for their key or chord: the name is in neither, and another name for the same key
 * on the keyboard is. A chromatic note that leads on by a semitone keeps the letter that its direction asks for. Tied
 * notes are found, and mended, together. O(notes).
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
    const found = betterName(note, sounding, key, home, next);
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
    const before = last.get(voice) ?? [];
    if (before[0] && before[0].at < note.at) {
      for (const each of before) next.set(each.id, note);
      last.set(voice, [note]);
    } else last.set(voice, [...before, note]);
  }
  return next;
}

function betterName(
  note: Note,
  sounding: ChordFinding | undefined,
  key: Key,
  home: Key,
  next: Note | undefined,
): { spelling: Spelling; reason: string } | null {
  const written = note.pitch;
  const sameClass = (tone: Spelling) => pitchClassOf(tone) === pitchClassOf(written);
  const isRight = (tone: Spelling) => isToneOfKey(tone, key) || isToneOfKey(tone, home);
  if (isRight(written)) return null;
  // A chord named from the notes takes their names, so only a given one can say that a name is wrong or right.
  const chord = sounding && sounding.origin !== 'found' ? sounding.symbol.chord : null;
  const chordTone = chord ? spellChord(chord).find(sameClass) : undefined;
  if (chordTone && chord)
    return isSameSpelling(chordTone, written)
      ? null
      : { spelling: chordTone, reason: `is the note of ${chordLabel(chord)}` };
  for (const candidateKey of [key, home]) {
    const name = spellClassInKey(midiOf(written), candidateKey);
    const belongs = isInScale(name, candidateKey) || isToneOfKey(name, candidateKey);
    if (belongs && !isSameSpelling(name, written))
      return { spelling: name, reason: `belongs to ${keyLabel(candidateKey)}` };
  }
  const lead = leadingName(note, next);
  if (lead && !isSameSpelling(lead, written))
    return { spelling: lead, reason: `shows that it moves on to ${spellingLabel(next!.pitch)}` };
  if (lead) return null;
  // Double signs, and names like C♭ or E♯ far from the key, are read more easily by their usual name.
  const usual = spellClassInKey(midiOf(written), key);
  const isFar =
    Math.abs(written.alter) > 1 ||
    (/[CF]/.test(written.step) && written.alter < 0) ||
    (/[BE]/.test(written.step) && written.alter > 0);
  return isFar && !isSameSpelling(usual, written) && Math.abs(usual.alter) < Math.abs(written.alter) + 1
    ? { spelling: usual, reason: `is its usual name in ${keyLabel(key)}` }
    : null;
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

/** Chords that the accompaniment plays in more than one shape; some teachers want one shape for one chord. */
export function findVoicings(score: Score, chords: readonly ChordFinding[]): readonly VoicingFinding[] {
  const dismissed = new Set(score.judgement?.dismissed);
  const lower = score.notes.filter((note) => note.staff > 0 && !note.grace);
  const shapes = new Map<string, Map<string, number[]>>();
  for (const { symbol, duration } of chords) {
    if (symbol.chord.kind !== 'chord') continue;
    const together = lower.filter((note) => note.at >= symbol.at && note.at < symbol.at + duration);
    const classes = [...new Set(together.map((note) => midiOf(note.pitch)))].sort((a, b) => a - b);
    if (classes.length < 3) continue;
    const name = chordName(symbol.chord);
    const known = shapes.get(name) ?? new Map<string, number[]>();
    shapes.set(name, known);
    const shape = classes.join();
    known.set(shape, [...(known.get(shape) ?? []), symbol.measure]);
  }
  return [...shapes].flatMap(([name, known]) => {
    const id = `voicing:${name}`;
    if (known.size < 2 || dismissed.has(id)) return [];
    const measures = [...known.values()].map((each) => each[0]!);
    return [
      {
        id,
        chord: name,
        measures,
        sentence: `${withSigns(name)} is played in ${known.size} shapes.`,
      },
    ];
  });
}
