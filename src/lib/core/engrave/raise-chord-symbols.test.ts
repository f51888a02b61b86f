import { describe, expect, it } from 'vitest';
import { raiseChordSymbols } from './raise-chord-symbols';

const picture = (slurTop: number) => `<svg viewBox="0 0 2000 400">
  <g id="h1t0" class="harm"> <text x="1000" y="900" font-size="0px"><tspan>Em</tspan></text></g>
  <g id="h2t0" class="harm"> <text x="9000" y="900" font-size="0px"><tspan>C</tspan></text></g>
  <g id="q" class="slur"> <path d="M500,1500 C900,${slurTop} 1500,${slurTop} 2000,1500 C1500,900 900,900 500,1500" /></g></svg>`;

describe('raising chord symbols', () => {
  it('leaves them where no slur comes near', () =>
    expect(raiseChordSymbols(picture(1400), 10)).toBe(picture(1400)));

  it('lifts the whole row over a slur and grows the picture upward', () => {
    const raised = raiseChordSymbols(picture(500), 10);
    const heights = [...raised.matchAll(/<text x="\d+" y="(-?\d+(?:\.\d+)?)"/g)].map((match) =>
      Number(match[1]),
    );
    expect(new Set(heights).size).toBe(1);
    // A cubic with both handles at 500 from ends at 1500 rises to 750.
    expect(heights[0]).toBeLessThan(750);
    expect(raised).toMatch(/viewBox="0 -\d+ 2000 4\d\d"/);
  });
});
