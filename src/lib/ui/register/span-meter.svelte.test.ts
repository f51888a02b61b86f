import { describe, expect, it } from 'vitest';
import { SpanMeter } from './span-meter.svelte';

describe('measuring a reach', () => {
  it('keeps the widest pair that was held together on a digital keyboard', () => {
    const meter = new SpanMeter();
    meter.press(60);
    expect(meter.semitones).toBeNull();
    meter.press(71);
    meter.release(71);
    meter.press(69);
    expect(meter.semitones).toBe(11);
    meter.start();
    expect(meter.semitones).toBeNull();
  });

  it('takes two clicked keys, the nearer one giving way to a third', () => {
    const meter = new SpanMeter();
    meter.click(60);
    meter.click(72);
    expect(meter.semitones).toBe(12);
    meter.click(74);
    expect([...meter.held].sort()).toEqual([60, 74]);
    expect(meter.semitones).toBe(14);
    meter.click(74);
    expect(meter.semitones).toBeNull();
  });
});
