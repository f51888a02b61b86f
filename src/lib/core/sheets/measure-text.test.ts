import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { textWidth, wrapText } from './measure-text';

describe('the width of a text', () => {
  it('grows with its letters and its size', () => {
    expect(textWidth('', 10)).toBe(0);
    expect(textWidth('nn', 10)).toBeCloseTo(2 * textWidth('n', 10), 10);
    expect(textWidth('quay', 8)).toBeCloseTo(2 * textWidth('quay', 4), 10);
    expect(textWidth('W', 10)).toBeGreaterThan(textWidth('i', 10));
    expect(textWidth('Moor', 10, true)).not.toBe(textWidth('Moor', 10));
  });

  it('takes a letter that it does not know for a wide one', () => {
    expect(textWidth('\u{1F6A2}', 10)).toBe(9);
  });
});

describe('a text in lines', () => {
  it('is broken between words', () => {
    const room = textWidth('down by the', 4);
    expect(wrapText('down by the harbour wall', 4, room)).toEqual(['down by the', 'harbour', 'wall']);
    expect(wrapText('  down   by  ', 4, 100)).toEqual(['down by']);
  });

  it('is one empty line where there is nothing', () => {
    expect(wrapText('', 4, 50)).toEqual(['']);
    expect(wrapText('  ', 4, 50)).toEqual(['']);
  });

  it('cuts a word that is wider than the room', () => {
    const lines = wrapText('nnnnnnnn', 4, textWidth('nnn', 4));
    expect(lines).toEqual(['nnn', 'nnn', 'nn']);
  });

  it('loses no letter, keeps every line in the room, and breaks no earlier than it must', () =>
    fc.assert(
      fc.property(
        fc.array(fc.string({ unit: fc.constantFrom(...'abmWi'), minLength: 1, maxLength: 12 }), {
          maxLength: 20,
        }),
        fc.integer({ min: 12, max: 60 }),
        (words, room) => {
          const text = words.join(' ');
          const lines = wrapText(text, 5, room);
          expect(lines.join('').replaceAll(' ', '')).toBe(words.join(''));
          for (const line of lines) expect(textWidth(line, 5)).toBeLessThanOrEqual(room);
          for (const [index, line] of lines.entries()) {
            const next = lines[index + 1]?.split(' ')[0];
            if (next === undefined) continue;
            // Either the next word would not fit, or it is what was cut off a longer one.
            const isCut = !words.includes(next) || !words.includes(line.split(' ').at(-1)!);
            if (!isCut) expect(textWidth(`${line} ${next}`, 5)).toBeGreaterThan(room);
          }
        },
      ),
    ));
});
