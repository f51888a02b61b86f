import { describe, expect, it } from 'vitest';
import { handFacts } from '../../testing/limit-facts';
import { speed } from './speed';

const broken = (tenths: number | null, text: string, tempo: number) =>
  speed.inHand!(handFacts('right', text, { tempo }), {
    onsetsPerSecondTenths: tenths,
    onsetsPerSecondTenthsInEighths: tenths === null ? null : tenths + 5,
  }).map(({ sentence }) => sentence);

describe('onsets a second', () => {
  it('are those of the measure over its length', () => {
    // Four quarters at 120 a minute: two a second.
    expect(broken(20, 'C4 D4 E4 F4', 120)).toEqual([]);
    expect(broken(19, 'C4 D4 E4 F4', 120)).toEqual([
      '2 touches a second in the right hand, over 1.9: a slower tempo or a plainer rhythm',
    ]);
  });

  it('count chords once and what is held over not at all', () => {
    expect(broken(10, '(C4 E4) (D4 F4) (E4 G4) (F4 A4)', 60)).toEqual([]);
    expect(broken(10, 'C4:1/8 D4:1/8 E4 F4~ F4', 60)).toEqual([]);
  });

  it('are none for a single note, and free at the top', () => {
    expect(broken(5, 'C4:1/1', 240)).toEqual([]);
    expect(broken(null, 'C4:1/8 D4:1/8 E4:1/8 F4:1/8 G4:1/2', 240)).toEqual([]);
  });
});
