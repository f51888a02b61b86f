import { describe, expect, it } from 'vitest';
import { AVERAGE_HAND, spanOf } from '../hands/reach';
import { FULL_KEYBOARD } from '../hands/keyboards.data';
import { GRACE } from '../../testing/grace';
import { scoreFromText } from '../../testing/score-from-text';
import { midiOf, pitchName } from '../pitch/pitch';
import type { Note, Score } from '../score/model';
import { ticks } from '../units';
import { physicalSnags, type PhysicalTask } from './physical-snags';
import type { Snag, SnagCode } from './snag';

const piece = (right: string, left: string, time: readonly [number, number] = [4, 4]) =>
  scoreFromText({ time, key: 'C', right, left });

const find = (score: Score, change: Partial<PhysicalTask> = {}) =>
  physicalSnags({ score, keyboard: FULL_KEYBOARD, size: AVERAGE_HAND, scale: 1, ...change });

const only = (code: SnagCode, snags: readonly Snag[]) => snags.filter((each) => each.code === code);

const named = (score: Score, { notes }: Snag) =>
  notes.map((id) => pitchName(score.notes.find((note) => note.id === id)!.pitch));

const labels = ({ remedies }: Snag) => remedies.map(({ label }) => label);

function noteAt(score: Score, name: string): Note {
  return score.notes.find(({ pitch }) => pitchName(pitch) === name)!;
}

describe('the keyboard', () => {
  const small = { lowest: 36, highest: 84 };

  it('takes its own outer keys', () =>
    expect(only('off-keyboard', find(piece('C6:1/1', 'C2:1/1'), { keyboard: small }))).toEqual([]));

  it('names a note below it, and would move it up', () => {
    const score = piece('C5:1/1', 'B1:1/1');
    const [snag] = only('off-keyboard', find(score, { keyboard: small }));
    expect(snag!.sentence).toBe('B1 is not on the keyboard: choose another key or octave.');
    expect(named(score, snag!)).toEqual(['B1']);
    expect(labels(snag!)).toEqual(['Move it up an octave', 'Leave it out']);
    expect(snag!.remedies[0]!.put).toMatchObject([{ kind: 'pitch', steps: 7, semitones: 12 }]);
  });

  it('names a note above it, and would move it down', () => {
    const [snag] = only('off-keyboard', find(piece('C#6:1/1', 'C3:1/1'), { keyboard: small }));
    expect(labels(snag!)[0]).toBe('Move it down an octave');
    expect(snag!.remedies[0]!.put).toMatchObject([{ kind: 'pitch', steps: -7, semitones: -12 }]);
  });

  it('says it once a measure', () => {
    const snags = only(
      'off-keyboard',
      find(piece('C5:1/1 | C5:1/1', 'B1 B1 B1 B1 | B1:1/1'), { keyboard: small }),
    );
    expect(snags.map(({ measure }) => measure)).toEqual([0, 1]);
  });
});

describe('two hands', () => {
  it('on one key at the same time are told, with both notes', () => {
    const score = piece('r:1/2 C4:1/2', 'C4:1/1');
    const [snag] = only('same-key', find(score));
    expect(snag!.sentence).toBe('Both hands need C4 at the same time.');
    expect(named(score, snag!)).toEqual(['C4', 'C4']);
  });

  it('are helped by letting go when the right hand comes, or by leaving the note to it', () => {
    const score = piece('r:1/2 C4:1/2', 'C4:1/1');
    const [snag] = only('same-key', find(score, { scale: 2 }));
    expect(labels(snag!)).toEqual([
      'Let it go early',
      'Leave it to the right hand',
      'Left hand down an octave',
    ]);
    const left = score.notes.find(({ staff }) => staff === 1)!;
    expect(snag!.remedies[0]!.put).toMatchObject([{ kind: 'value', note: left.id, duration: 20_160 / 2 }]);
    expect(snag!.remedies[1]!.put).toMatchObject([{ kind: 'leave-out', note: left.id }]);
  });

  it('that begin together cannot let go early', () => {
    const [snag] = only('same-key', find(piece('C4:1/1', 'C4:1/1')));
    expect(labels(snag!)).toEqual(['Leave it to the right hand', 'Left hand down an octave']);
  });

  it('are not sent off the keyboard', () => {
    const [lowest] = only('same-key', find(piece('A0:1/1', 'A0:1/1')));
    expect(labels(lowest!)).toEqual(['Leave it to the right hand']);
    const [octaveUp] = only('same-key', find(piece('A1:1/1', 'A1:1/1')));
    expect(labels(octaveUp!)).toContain('Left hand down an octave');
  });

  it('may take one key after the other', () => {
    expect(only('same-key', find(piece('r:1/2 C4:1/2', 'C4:1/2 r:1/2')))).toEqual([]);
    expect(only('same-key', find(piece('C4:1/2 r:1/2', 'r:1/2 C4:1/2')))).toEqual([]);
  });

  it('cross where the left lies above the right meanwhile', () => {
    const score = piece('C4:1/1', 'E4:1/1');
    const [snag] = only('crossing', find(score));
    expect(snag!.sentence).toBe('The left hand’s E4 lies above the right hand’s C4.');
    expect(named(score, snag!)).toEqual(['C4', 'E4']);
    expect(labels(snag!)).toEqual([
      'Left hand down an octave',
      'Give it to the right hand',
      'Leave the left-hand note out',
    ]);
    expect(snag!.remedies[1]!.put).toMatchObject([
      { kind: 'hand', note: noteAt(score, 'E4').id, hand: 'right' },
    ]);
  });

  it('do not cross where the left is gone before the right comes down', () => {
    expect(only('crossing', find(piece('G4:1/2 C4:1/2', 'E4:1/2 C3:1/2')))).toEqual([]);
    expect(only('crossing', find(piece('C4:1/2 G4:1/2', 'C3:1/2 E4:1/2')))).toEqual([]);
  });

  it('are seen to cross under a long note with shorter ones between', () => {
    const score = piece('G5 G5 G5 C4', 'E4:1/1');
    expect(only('crossing', find(score))).toHaveLength(1);
  });

  it('are found as a search of every pair finds them', () => {
    const score = piece(
      'C5:1/8 E4:1/8 G4 (C4 G4):1/2 | D4:1/4 A3:1/4 C5:1/2 | E5:1/1',
      'E3:1/2 C4:1/4 D4:1/4 | G3:3/4 B3:1/4 | (C3 F5):1/1',
    );
    const expected = new Set<string>();
    for (const upper of score.notes.filter(({ staff }) => staff === 0))
      for (const lower of score.notes.filter(({ staff }) => staff === 1)) {
        if (upper.at >= lower.at + lower.duration || lower.at >= upper.at + upper.duration) continue;
        const [high, low] = [midiOf(upper.pitch), midiOf(lower.pitch)];
        if (low >= high) expected.add(`${low === high ? 'same-key' : 'crossing'} ${upper.measure}`);
      }
    expect(expected.size).toBeGreaterThan(2);
    const found = find(score).filter(({ code }) => code === 'same-key' || code === 'crossing');
    expect(found.map(({ code, measure }) => `${code} ${measure}`).sort()).toEqual([...expected].sort());
  });

  it('are not judged by grace notes', () => {
    const score = piece('C4:1/1', 'E4:1/1');
    const graced = {
      ...score,
      notes: score.notes.map((note) => (note.staff === 1 ? { ...note, grace: GRACE } : note)),
    } as Score;
    expect(only('crossing', find(graced))).toEqual([]);
  });
});

describe('the reach of a hand', () => {
  const size = { right: spanOf(12, 9), left: spanOf(12, 9) };

  it('takes its largest span, and no wider', () => {
    expect(only('reach', find(piece('(C5 C6):1/1', 'C3:1/1'), { size }))).toEqual([]);
    expect(only('reach', find(piece('(C5 D6):1/1', 'C3:1/1'), { size }))).toHaveLength(1);
  });

  it('would leave out the inner end: the low one of the right hand, the high one of the left', () => {
    const right = piece('(C5 E6):1/1', 'C3:1/1');
    const left = piece('G5:1/1', '(C3 E4):1/1');
    const [ofRight] = only('reach', find(right, { size }));
    const [ofLeft] = only('reach', find(left, { size }));
    expect([ofRight!.hand, ofLeft!.hand]).toEqual(['right', 'left']);
    expect(labels(ofRight!)).toEqual(['Leave out C5', 'Give it to the left hand', 'Move C5 up an octave']);
    expect(labels(ofLeft!)).toEqual(['Leave out E4', 'Give it to the right hand', 'Move C3 up an octave']);
    expect(ofLeft!.sentence).toBe(
      'C3 to E4 is farther than this left hand reaches. Never force it: release, roll or re-voice.',
    );
    expect(named(left, ofLeft!)).toEqual(['C3', 'E4']);
  });

  it('is asked of what is held meanwhile, too', () => {
    const held = piece('C6:1/1', 'C3:1/1');
    const under = { ...held.notes.find(({ staff }) => staff === 1)! };
    const later: Note = {
      ...under,
      id: 'later' as Note['id'],
      at: ticks(20_160),
      duration: ticks(20_160),
      pitch: { step: 'E', alter: 0, octave: 4 } as Note['pitch'],
    };
    const score = { ...held, notes: [...held.notes, later] };
    expect(only('reach', find(score, { size }))).toHaveLength(1);
    const released = {
      ...held,
      notes: held.notes
        .map((note) => (note.staff === 1 ? { ...note, duration: ticks(20_160) } : note))
        .concat(later),
    };
    expect(only('reach', find(released, { size }))).toEqual([]);
  });

  it('is not asked of rolled chords, nor of grace notes', () => {
    const score = piece('(C5 E6):1/1', 'C3:1/1');
    const rolled = {
      ...score,
      notes: score.notes.map((note) => ({ ...note, articulations: ['arpeggiate'] as const })),
    };
    expect(only('reach', find(rolled, { size }))).toEqual([]);
    const graced = {
      ...score,
      notes: score.notes.map((note) => ({ ...note, grace: GRACE })),
    };
    expect(only('reach', find(graced, { size }))).toEqual([]);
  });
});

describe('low notes that blur', () => {
  it('are named, with what would clear them', () => {
    const score = piece('C5:1/1', '(C2 D2):1/1');
    const [snag] = only('mud', find(score));
    expect(snag!.sentence).toBe('C2 and D2 blur together this low: move them up, or leave one out.');
    expect(named(score, snag!)).toEqual(['C2', 'D2']);
    expect(labels(snag!)).toEqual(['Move C2 up an octave', 'Leave out D2']);
  });

  it('are left alone higher up, and apart', () => {
    expect(only('mud', find(piece('C5:1/1', '(C4 D4):1/1')))).toEqual([]);
    expect(only('mud', find(piece('C5:1/1', '(C2 C3):1/1')))).toEqual([]);
    expect(only('mud', find(piece('C5:1/1', 'C2:1/2 D2:1/2')))).toEqual([]);
  });

  it('are heard while one is held, and not after', () => {
    const score = piece('C5:1/1 | C5:1/1', 'C2:1/1 | D2:1/1');
    const held = {
      ...score,
      notes: score.notes.map((note) =>
        pitchName(note.pitch) === 'C2' ? { ...note, duration: ticks(note.duration + 1) } : note,
      ),
    };
    expect(only('mud', find(score))).toEqual([]);
    expect(only('mud', find(held)).map(({ measure }) => measure)).toEqual([1]);
  });

  it('are not asked of what another player has', () => {
    const score = piece('C5:1/1', '(C2 D2):1/1');
    const third = {
      ...score,
      notes: score.notes.map((note) => (note.staff === 1 ? { ...note, staff: 2 } : note)),
    };
    expect(only('mud', find(third))).toEqual([]);
  });
});

describe('measures that do not add up', () => {
  const lengths = (text: string) =>
    only('measure-length', find(piece(text, text))).map(({ measure }) => measure);

  it('are said, short or long', () => {
    expect(lengths('C4:1/1 | C4:1/2 | C4:1/1')).toEqual([1]);
    expect(lengths('C4:1/1 | C4:1/1 C4 | C4:1/1')).toEqual([1]);
    const [short] = only(
      'measure-length',
      find(piece('C4:1/1 | C4:1/2 | C4:1/1', 'C3:1/1 | C3:1/2 | C3:1/1')),
    );
    expect(short!.sentence).toMatch(/^The measure is shorter than its time signature/);
    const [long] = only('measure-length', find(piece('C4:1/1 C4 | C4:1/1', 'C3:1/1 C3 | C3:1/1')));
    expect(long!.sentence).toMatch(/^The measure is longer/);
  });

  it('are in order as a pickup, and as the last one', () => {
    expect(lengths('G4:1/4 | C4:1/1 | C4:3/4')).toEqual([]);
    expect(lengths('C4:1/1 | C4:1/1')).toEqual([]);
  });

  it('are in order where one completes the other', () => {
    expect(lengths('C4:1/1 | C4:3/4 | G4:1/4 | C4:1/1')).toEqual([]);
  });
});
