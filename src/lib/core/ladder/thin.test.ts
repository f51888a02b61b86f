import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { canReach } from '../hands/reach';
import { mostAtOnce, soundingWith } from '../load/load';
import { midiOf, pitchName } from '../pitch/pitch';
import type { Note } from '../score/model';
import { thin, type ThinLimits } from './thin';

const FREE: ThinLimits = { mostAtOnce: 10, widestSemitones: null, reach: 12, canRoll: false };

const notesOf = (right: string): readonly Note[] => scoreFromText({ time: [4, 4], key: 'C', right }).notes;
const names = (notes: readonly Note[]) => notes.map(({ pitch }) => pitchName(pitch));

describe('a hand with too many notes at once', () => {
  const chord = notesOf('(C4 E4 G4 C5):1/1');

  it('is left as it is where it has no more than it may', () => {
    expect(thin(chord, 'right', { ...FREE, mostAtOnce: 4 })).toEqual({ notes: chord, losses: [] });
  });

  it('loses what is doubled at the octave first', () => {
    const { notes, losses } = thin(chord, 'right', { ...FREE, mostAtOnce: 3 });
    expect(names(notes)).toEqual(['E4', 'G4', 'C5']);
    expect(losses).toHaveLength(1);
    expect(losses[0]).toMatchObject({ kind: 'left-out', hand: 'right', measure: 0 });
    expect(losses[0]!.sentence).toBe('C4 left out: 3 notes at once in this hand.');
  });

  it('keeps the top of the right hand and the bass of the left, to the last note', () => {
    expect(names(thin(chord, 'right', { ...FREE, mostAtOnce: 1 }).notes)).toEqual(['C5']);
    expect(names(thin(chord, 'left', { ...FREE, mostAtOnce: 1 }).notes)).toEqual(['C4']);
    expect(thin(chord, 'left', { ...FREE, mostAtOnce: 1 }).losses[0]!.sentence).toContain('one note at once');
  });

  it('loses inner notes before its other end', () => {
    const inner = notesOf('(C4 E4 G4 B4):1/1');
    expect(names(thin(inner, 'right', { ...FREE, mostAtOnce: 3 }).notes)).toEqual(['C4', 'G4', 'B4']);
    expect(names(thin(inner, 'right', { ...FREE, mostAtOnce: 2 }).notes)).toEqual(['C4', 'B4']);
  });
});

describe('notes too wide apart', () => {
  const tenth = notesOf('(C4 E5):1/1');

  it('lose the end that matters less to the hand', () => {
    expect(names(thin(tenth, 'right', FREE).notes)).toEqual(['E5']);
    expect(names(thin(tenth, 'left', FREE).notes)).toEqual(['C4']);
  });

  it('say whether the hand or the rung is too small', () => {
    const byHand = thin(tenth, 'right', FREE).losses[0]!;
    expect(byHand).toMatchObject({ isForReach: true });
    expect(byHand.sentence).toContain('wider than this hand takes');
    const byRung = thin(tenth, 'right', { ...FREE, reach: 17, widestSemitones: 12 }).losses[0]!;
    expect(byRung).not.toHaveProperty('isForReach');
    expect(byRung.sentence).toContain('wider than this rung takes');
  });

  it('are rolled instead where that is allowed and the arm need not jump', () => {
    const { notes, losses } = thin(tenth, 'right', { ...FREE, canRoll: true });
    expect(names(notes)).toEqual(['C4', 'E5']);
    expect(notes.every(({ articulations }) => articulations.includes('arpeggiate'))).toBe(true);
    expect(losses[0]).toMatchObject({ kind: 'rolled' });
    expect(losses[0]!.sentence).toContain('stop if the hand tires');
    const far = thin(notesOf('(C4 C6):1/1'), 'right', { ...FREE, canRoll: true });
    expect(names(far.notes)).toEqual(['C6']);
  });

  it('let go of what was struck before, rather than leave it out', () => {
    const [low, high] = notesOf('C4:1/1').concat(notesOf('r:1/2 E5:1/2'));
    const { notes, losses } = thin([low!, high!], 'right', FREE);
    expect(names(notes)).toEqual(['C4', 'E5']);
    expect(notes[0]!.duration).toBe(high!.at);
    expect(losses[0]).toMatchObject({
      kind: 'shortened',
      sentence: expect.stringContaining('released early'),
    });
  });
});

it('whatever is given, what is left keeps to every limit, and what went is told', () =>
  fc.assert(
    fc.property(
      fc.array(fc.uniqueArray(fc.integer({ min: 0, max: 24 }), { minLength: 1, maxLength: 5 }), {
        minLength: 1,
        maxLength: 4,
      }),
      fc.constantFrom<'left' | 'right'>('left', 'right'),
      fc.integer({ min: 1, max: 4 }),
      fc.integer({ min: 5, max: 16 }),
      fc.option(fc.integer({ min: 3, max: 16 })),
      fc.boolean(),
      (chords, hand, most, reach, widestSemitones, canRoll) => {
        const STEPS = ['C', 'D', 'E', 'F', 'G', 'A', 'B'];
        const text = chords
          .map(
            (places) => `(${places.map((at) => `${STEPS[at % 7]}${3 + Math.floor(at / 7)}`).join(' ')}):1/4`,
          )
          .join(' ');
        const before = notesOf(text + ' r:1/4'.repeat(4 - chords.length));
        const limits = { mostAtOnce: most, widestSemitones, reach, canRoll };
        const { notes, losses } = thin(before, hand, limits);
        expect(mostAtOnce(notes)).toBeLessThanOrEqual(most);
        for (const note of notes) {
          const together = soundingWith(note, notes).filter(
            ({ articulations }) => !articulations.includes('arpeggiate'),
          );
          if (together.length === 0) continue;
          const keys = together.map(({ pitch }) => midiOf(pitch));
          const [low, high] = [Math.min(...keys), Math.max(...keys)];
          expect(canReach(low, high, reach)).toBe(true);
          if (widestSemitones !== null) expect(high - low).toBeLessThanOrEqual(widestSemitones);
        }
        const left = new Set(notes.map(({ id }) => id));
        const told = new Set(losses.filter(({ kind }) => kind === 'left-out').flatMap((loss) => loss.notes));
        for (const { id } of before) expect(left.has(id)).toBe(!told.has(id));
        // A hand is never left with nothing where it had something to play.
        expect(new Set(notes.map(({ at }) => at))).toEqual(new Set(before.map(({ at }) => at)));
      },
    ),
  ));
