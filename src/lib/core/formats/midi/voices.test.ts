import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { writeVoices, type GridNote, type KeyedEvent } from './voices';

/** Plain numbers: twelve a quarter, four quarters a measure. */
const MEASURES = [0, 48, 96].map((start) => ({ start, length: 48 }));

/** Each event as what sounds, where and how long; `~` ties it on. */
const shown = (events: readonly KeyedEvent[]) =>
  events
    .map(({ at, duration, keys, tied }) => {
      const what = keys.length === 0 ? 'r' : keys.join('+');
      return `${what}@${at}:${duration}${tied?.[0] ? '~' : ''}`;
    })
    .join(' ');

const written = (notes: readonly GridNote[], tuplets: Parameters<typeof writeVoices>[2] = []) =>
  writeVoices(notes, MEASURES, tuplets).map((line) => line.map(shown));

describe('voices of a staff', () => {
  it('are one of rests where nothing sounds', () => {
    expect(written([])).toEqual([['r@0:48', 'r@0:48', 'r@0:48']]);
  });

  it('put notes that begin and end together into a chord, low to high', () => {
    const [line] = written([
      { at: 0, end: 24, key: 67 },
      { at: 0, end: 24, key: 60 },
      { at: 24, end: 48, key: 64 },
    ]);
    expect(line![0]).toBe('60+67@0:24 64@24:24');
  });

  it('rest where the first voice is silent, and leave gaps in the others', () => {
    const [first, second] = written([
      { at: 0, end: 48, key: 72 },
      { at: 12, end: 24, key: 60 },
    ]);
    expect(first![0]).toBe('72@0:48');
    expect(second![0]).toBe('60@12:12');
    expect(written([{ at: 12, end: 24, key: 60 }])[0]![0]).toBe('r@0:12 60@12:12 r@24:24');
  });

  it('tie what crosses a barline', () => {
    const [line] = written([{ at: 36, end: 108, key: 60 }]);
    expect(line).toEqual(['r@0:36 60@36:12~', '60@0:48~', '60@0:12 r@12:36']);
  });

  it('cut at the edges of a tuplet, and mark what lies inside it', () => {
    const tuplet = { id: 't', actual: 3, normal: 2 };
    const lines = writeVoices(
      [
        { at: 0, end: 16, key: 60 },
        { at: 16, end: 20, key: 62 },
        { at: 20, end: 24, key: 64 },
      ],
      MEASURES,
      [{ start: 12, end: 24, tuplet }],
    );
    const [first] = lines[0]!;
    expect(shown(first!)).toBe('60@0:12~ 60@12:4 62@16:4 64@20:4 r@24:24');
    expect(first!.map((event) => event.tuplet?.id ?? null)).toEqual([null, 't', 't', 't', null]);
  });

  it('leave a note that fills its tuplet whole without it', () => {
    const tuplet = { id: 't', actual: 3, normal: 2 };
    const [[first]] = writeVoices([{ at: 12, end: 24, key: 60 }], MEASURES, [
      { start: 12, end: 24, tuplet },
    ]) as [[readonly KeyedEvent[]]];
    expect(first.find(({ keys }) => keys.length > 0)!.tuplet).toBeNull();
  });

  it('sound at every moment the keys that were played, and no others', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            at: fc.integer({ min: 0, max: 143 }),
            length: fc.integer({ min: 1, max: 60 }),
            key: fc.integer({ min: 48, max: 84 }),
          }),
          { maxLength: 14 },
        ),
        (drawn) => {
          // A key cannot be struck again while it is held: later ones of the same key are left out.
          const notes: GridNote[] = [];
          for (const { at, length, key } of [...drawn].sort((a, b) => a.at - b.at))
            if (!notes.some((note) => note.key === key && note.end > at))
              notes.push({ at, end: Math.min(144, at + length), key });
          const lines = writeVoices(notes, MEASURES, []);
          const sounding = Array.from({ length: 144 }, () => [] as number[]);
          for (const line of lines)
            for (const [measure, events] of line.entries())
              for (const { at, duration, keys } of events)
                for (let tick = at; tick < at + duration; tick += 1)
                  sounding[measure * 48 + tick]!.push(...keys);
          for (const [tick, keys] of sounding.entries())
            expect([...keys].sort((a, b) => a - b)).toEqual(
              notes
                .filter((note) => note.at <= tick && note.end > tick)
                .map(({ key }) => key)
                .sort((a, b) => a - b),
            );
        },
      ),
    ));
});
