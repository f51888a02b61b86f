import { describe, expect, it } from 'vitest';
import { demoTunes } from '../../testing/demo-tunes';
import { midiOf } from '../pitch/pitch';
import { tastesOf } from './taste';

describe('how each staff begins', () => {
  const { score } = demoTunes().find(({ file }) => file.startsWith('slow-tide'))!;

  it('is its own notes alone, from the first of them on', () => {
    for (const { part, staff, timeline } of tastesOf(score)) {
      const own = new Set(
        score.notes
          .filter((note) => note.part === part && note.staff === staff)
          .map((note) => midiOf(note.pitch) as number),
      );
      expect(timeline.sounds.length).toBeGreaterThan(0);
      expect(timeline.sounds[0]!.at).toBe(0);
      expect(timeline.sounds.every(({ key }) => own.has(key))).toBe(true);
      expect(timeline.sounds.every(({ at }) => at < 12)).toBe(true);
    }
  });

  it('leaves out a staff that has no notes', () => {
    const upper = score.notes.filter(({ staff }) => staff === 0);
    const staves = tastesOf({ ...score, notes: upper }).map(({ staff }) => staff);
    expect(staves).toEqual([0]);
    expect(tastesOf({ ...score, notes: [] })).toEqual([]);
  });

  it('begins with a staff that enters late, without the silence before it', () => {
    const late = score.notes.filter(({ staff, measure }) => staff === 0 && measure >= 6);
    const [taste] = tastesOf({ ...score, notes: late });
    expect(taste!.timeline.sounds[0]!.at).toBe(0);
  });
});
