import { describe, expect, it } from 'vitest';
import { wavBytes } from './wav';

describe('a sound file', () => {
  it('says what it holds, and holds it', () => {
    const bytes = wavBytes(Float32Array.from([0, 0.5, -0.5, 2, -2]), 44_100);
    const view = new DataView(bytes.buffer);
    const text = (at: number, length: number) => String.fromCharCode(...bytes.subarray(at, at + length));
    expect([text(0, 4), text(8, 8), text(36, 4)]).toEqual(['RIFF', 'WAVEfmt ', 'data']);
    expect(view.getUint32(4, true)).toBe(bytes.length - 8);
    expect(view.getUint32(24, true)).toBe(44_100);
    expect(view.getUint32(40, true)).toBe(10);
    expect([0, 1, 2, 3, 4].map((index) => view.getInt16(44 + 2 * index, true))).toEqual([
      0, 16_383, -16_383, 32_767, -32_767,
    ]);
  });
});
