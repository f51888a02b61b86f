import { describe, expect, it } from 'vitest';
import { readAbc } from '$lib/core/formats/abc/read';
import { midiOf, pitchName } from '$lib/core/pitch/pitch';
import { headerOf, nameOf, nearestWithLetter, noteText, withoutLast } from './note-text';

const HEADER = 'X:1\nM:4/4\nL:1/8\nK:D\n';

describe('notes as text', () => {
  it('read back as the keys that were pressed, signs and all', () => {
    let text = HEADER;
    const pressed = [62, 66, 65, 66, 68, 69, 60, 61];
    for (const key of pressed) text += noteText(nameOf(key, headerOf(text).key), 10_080, text);
    const read = readAbc(text, 'typed.abc');
    if (!read.ok) throw new Error(read.error.message);
    expect(read.value.notes.map((note) => midiOf(note.pitch))).toEqual(pressed);
    expect(read.value.notes.every((note) => note.duration === 10_080)).toBe(true);
  });

  it('take the unit length of the header', () => {
    expect(noteText(null, 40_320, HEADER)).toBe('z8');
    expect(noteText(null, 2520, HEADER)).toBe('z/2');
    expect(noteText(null, 15_120, 'M:2/4\nK:C\n')).toBe('z6');
  });

  it('letters go to the nearest pitch, by the signature', () => {
    const key = headerOf(HEADER).key;
    expect(pitchName(nearestWithLetter('F', key, 74))).toBe('F#5');
    expect(pitchName(nearestWithLetter('G', key, 66))).toBe('G4');
  });

  it('the last note, chord or bar can be taken off', () => {
    expect(withoutLast(`${HEADER}D2 ^F2`)).toBe(`${HEADER}D2`);
    expect(withoutLast(`${HEADER}D2 | `)).toBe(`${HEADER}D2`);
    expect(withoutLast(`${HEADER}D2 "G"[DG]4`)).toBe(`${HEADER}D2`);
  });
});
