import { describe, expect, it } from 'vitest';
import { benchLayout, isPageWidth, lineWidthOf, markingsOf, optionsFor, pageWidthFor } from './views';
import { newDocument } from '../document/document';

describe('widths of page', () => {
  it('are the one whose notes come nearest to their size', () => {
    expect(pageWidthFor('bench', 1090)).toBe(2150);
    expect(pageWidthFor('piece', 816)).toBe(1720);
    expect(pageWidthFor('bench', 640)).toBe(1380);
  });

  it('keep notes within an eighth of their size in any room between the narrowest and the widest', () => {
    for (let roomPx = 350; roomPx <= 2550; roomPx += 10) {
      const width = pageWidthFor('bench', roomPx);
      const scale = width / (roomPx * 2.05);
      expect(isPageWidth(width)).toBe(true);
      expect(Math.max(scale, 1 / scale)).toBeLessThan(1.13);
    }
  });

  it('are the narrowest and the widest beyond', () => {
    expect(pageWidthFor('piece', 0)).toBe(700);
    expect(pageWidthFor('piece', 9_000)).toBe(5_300);
  });

  it('hold more measures a line on a screen wider than a desk', () => {
    const { recipe } = newDocument({ hasTune: true });
    expect(benchLayout(recipe, optionsFor(pageWidthFor('bench', 1_090))).mostMeasures).toBe(5);
    expect(benchLayout(recipe, optionsFor(pageWidthFor('bench', 2_370))).mostMeasures).toBe(8);
  });

  it('leave the line its room without margins, in tenths of a staff space', () => {
    expect(lineWidthOf(optionsFor(2_150))).toBe(1_163);
  });
});

describe('an edition on paper', () => {
  const markings = markingsOf(newDocument({ hasTune: true }).recipe);

  it('names chords as the first rungs play them, unless they are wanted as in the source; the screen never does', () => {
    const { recipe } = newDocument({ hasTune: true }, 1);
    expect(markingsOf(recipe).arePlainChords).toBe(true);
    expect(markingsOf({ ...recipe, rung: 3 }).arePlainChords).toBeUndefined();
    expect(markingsOf({ ...recipe, rung: 2, setting: 'sing' }).arePlainChords).toBeUndefined();
    expect(markingsOf({ ...recipe, chordSymbols: 'shown' }).arePlainChords).toBeUndefined();
    expect(markingsOf({ ...recipe, chordSymbols: 'hidden' }).chordSymbols).toBe(false);
    expect(benchLayout(recipe, optionsFor(1720)).markings.arePlainChords).toBe(false);
  });

  it('prints what the recipe shows', () => {
    expect(markings).toMatchObject({ fingers: true, counts: false, chordSymbols: true });
  });
});
