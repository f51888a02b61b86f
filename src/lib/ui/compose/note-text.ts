import {
  readKeyField,
  readLengthField,
  defaultUnitLength,
  readMetreField,
} from '$lib/core/formats/abc/fields';
import { lengthText, pitchText } from '$lib/core/formats/abc/notation';
import { isInScale, signatureAlter, type Key } from '$lib/core/pitch/key';
import { midiOf, type Pitch } from '$lib/core/pitch/pitch';
import { spellClassInKey, withOctave } from '$lib/core/pitch/spell';

/** Note values that are stepped through, by the key that chooses them. */
export const VALUES = [
  { key: 'w', label: 'whole', ticks: 40_320 },
  { key: 'h', label: 'half', ticks: 20_160 },
  { key: 'q', label: 'quarter', ticks: 10_080 },
  { key: 'e', label: 'eighth', ticks: 5040 },
  { key: 's', label: 'sixteenth', ticks: 2520 },
] as const;

/** What the header of a typed tune says, as far as entering notes needs it. */
export function headerOf(text: string): { key: Key; unitTicks: number } {
  const field = (name: string) => new RegExp(`^${name}:\\s*(.*)$`, 'm').exec(text)?.[1] ?? '';
  const metre = readMetreField(field('M'));
  return {
    key: readKeyField(field('K'))?.key ?? { fifths: 0, mode: 'major' },
    unitTicks: readLengthField(field('L')) ?? defaultUnitLength(metre === 'free' ? null : metre),
  };
}

/** The name of a sounding key in the tune's key. */
export function nameOf(sounding: number, key: Key): Pitch {
  return withOctave(spellClassInKey(sounding, key), sounding);
}

/**
 * A note as ABC, to be put at the end of a text. A sign is written where the signature or one earlier in the measure would
 * say otherwise.
 */
export function noteText(pitch: Pitch | null, ticks: number, text: string): string {
  const { key, unitTicks } = headerOf(text);
  const length = lengthText(ticks, unitTicks);
  if (!pitch) return `z${length}`;
  const measure = text.slice(Math.max(text.lastIndexOf('|'), text.lastIndexOf('\n')) + 1);
  const isSigned = new RegExp(`[\\^_=]+${pitch.step}`, 'i').test(measure);
  const needsSign = isSigned || !isInScale(pitch, key) || signatureAlter(key, pitch.step) !== pitch.alter;
  return pitchText(pitch, needsSign) + length;
}

/** The pitch with this letter that lies nearest to the one before. */
export function nearestWithLetter(letter: Pitch['step'], key: Key, before: number | null): Pitch {
  const spelling = { step: letter, alter: signatureAlter(key, letter) };
  const from = before ?? 67;
  const candidates = [2, 3, 4, 5, 6, 7].map((octave): Pitch => ({ ...spelling, octave }));
  return candidates.reduce((a, b) => (Math.abs(midiOf(b) - from) < Math.abs(midiOf(a) - from) ? b : a));
}

/** The text without its last note, rest or bar. */
export function withoutLast(text: string): string {
  return text.replace(/(\s*("[^"]*")?(\[[^\]]*\]|[\^_=]*[A-Ga-gz][,']*)[\d/]*-?|\s*[|:\]]+)\s*$/, '');
}
