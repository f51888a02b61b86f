import { describe, expect, it } from 'vitest';
import { GRACE } from '../../testing/grace';
import { handFacts, pieceFacts } from '../../testing/limit-facts';
import type { RhythmClass } from '../rungs/rhythm-classes.data';
import { rhythm } from './rhythm';

const broken = (finest: RhythmClass, text: string, time: readonly [number, number] = [4, 4]) =>
  rhythm.inHand!(handFacts('right', text, { time }), { rhythmSimple: finest, rhythmCompound: finest }).map(
    ({ sentence }) => sentence,
  );

describe('the finest rhythm', () => {
  it('names the first note that is finer, and where it stands', () => {
    expect(broken('quarters', 'C4 D4 E4:1/8 F4:1/8 G4')).toEqual([
      'E4 beat 3 is a finer rhythm than quarters (compound: beats)',
    ]);
    expect(broken('quarters', 'C4 D4 E4:1/2')).toEqual([]);
  });

  it('takes eighths by pairs on the beat, and not off it', () => {
    expect(broken('eighth-pairs', 'C4:1/8 D4:1/8 E4 F4:1/8 G4:1/8 A4')).toEqual([]);
    expect(broken('eighth-pairs', 'C4:3/8 D4:1/8 E4:1/2')).toHaveLength(1);
    expect(broken('eighths', 'C4:3/8 D4:1/8 E4:1/2')).toEqual([]);
  });

  it('takes triplets where the rung has them', () => {
    const text = '3[C4:1/8 D4:1/8 E4:1/8] F4 G4:1/2';
    expect(broken('eighths', text)).toHaveLength(1);
    expect(broken('triplets', text)).toEqual([]);
  });

  it('counts what is struck: a tie into a finer place is none', () => {
    expect(broken('quarters', 'C4:1/2 D4:3/8~ D4:1/8')).toEqual([]);
  });

  it('is told by its place in a pickup and in later measures, and never of grace notes', () => {
    const figures = { rhythmSimple: 'quarters', rhythmCompound: 'quarters' } as const;
    const pickup = { ...handFacts('right', 'C4:1/8 D4:1/8 r:3/4'), offset: 3 * 10_080 };
    expect(rhythm.inHand!(pickup, figures)[0]!.sentence).toMatch(/^C4 beat 4 /);
    const [, second] = pieceFacts({ right: 'C4:1/1 | C4 D4:1/8 E4:1/8 F4:1/2' }).measures;
    expect(rhythm.inHand!(second!.right, figures)[0]!.sentence).toMatch(/^D4 beat 2 /);
    const { notes, ...rest } = handFacts('right', 'C4 D4:1/8 E4:1/8 F4:1/2');
    const graced = notes.map((note) => (note.pitch.step === 'D' ? { ...note, grace: GRACE } : note));
    expect(rhythm.inHand!({ ...rest, notes: graced }, figures)[0]!.sentence).toMatch(/^E4 /);
  });

  it('takes sixteenths where the rung has them, and tuplets of three alone as triplets', () => {
    expect(broken('sixteenths', 'C4:1/16 D4:1/16 E4:1/8 F4 G4:1/2')).toEqual([]);
    expect(broken('sixteenths', 'C4:1/32 D4:1/32 E4:1/16 F4:1/8 G4:3/4')).toHaveLength(1);
    expect(broken('triplets', 'C4:1/16 D4:1/16 E4:1/8 F4 G4:1/2')).toHaveLength(1);
    expect(broken('triplets', '5[C4:1/16 D4:1/16 E4:1/16 F4:1/16 G4:1/16] A4:3/4')).toHaveLength(1);
  });

  it('goes by the compound figure in compound metres, and lets anything pass at the top', () => {
    const facts = handFacts('right', 'C4:1/8 D4:1/8 E4:1/8 F4:3/8', { time: [6, 8] });
    expect(rhythm.inHand!(facts, { rhythmSimple: 'quarters', rhythmCompound: 'eighths' })).toEqual([]);
    expect(rhythm.inHand!(facts, { rhythmSimple: 'any', rhythmCompound: 'quarters' })).toHaveLength(1);
    expect(broken('any', 'C4:1/16 D4:1/16 E4:1/8 F4 G4:1/2')).toEqual([]);
  });
});
