import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { EngravedSystem } from '$lib/core/engrave/line';
import { Engraver } from './engraver';

const OPTIONS = { pageWidth: 1_100, unit: 9 };
const drawn = (svg: string): EngravedSystem => ({ svg, width: 1, height: 1, measures: [], heads: new Map() });

/** What the worker was asked to draw, in order; the test draws it. */
let asked: { readonly mei: string; readonly draw: () => Promise<void> }[] = [];

function engraver(): Engraver {
  const made = new Engraver();
  vi.spyOn(made.link, 'call').mockImplementation((ask) =>
    ask({
      engrave: (mei: string) =>
        new Promise((resolve) => {
          const draw = async () => {
            resolve(drawn(mei));
            await new Promise(process.nextTick);
          };
          asked.push({ mei, draw });
        }),
    } as never),
  );
  return made;
}

const inOrder = () => asked.map(({ mei }) => mei);
const still = () => new AbortController().signal;

beforeEach(() => {
  asked = [];
});

describe('the page’s engraver', () => {
  it('draws what is on the screen first, and first of all the line that was begun', async () => {
    const own = engraver();
    void own.engrave('now', OPTIONS, 0, still());
    void own.engrave('far', OPTIONS, 9, still());
    void own.engrave('seen', OPTIONS, 0, still());
    own.begin('edited', OPTIONS);
    for (let index = 0; index < 4; index += 1) await asked[index]!.draw();
    expect(inOrder()).toEqual(['now', 'edited', 'seen', 'far']);
  });

  it('draws a line once that is asked for while it is being drawn, and again when it is known', async () => {
    const own = engraver();
    own.begin('line', OPTIONS);
    const first = own.engrave('line', OPTIONS, 0, still());
    const second = own.engrave('line', OPTIONS, 3, still());
    await asked[0]!.draw();
    expect((await first)!.svg).toBe('line');
    expect(await second).toBe(await first);
    expect(own.known('line', OPTIONS)).toBe(await first);
    own.begin('line', OPTIONS);
    await own.onScreenSettled();
    expect(inOrder()).toEqual(['line']);
  });

  it('draws what may be asked for after all others, and holds nobody up who waits for the screen', async () => {
    const own = engraver();
    own.foresee('perhaps', OPTIONS);
    own.foresee('perhaps too', OPTIONS);
    await own.onScreenSettled();
    void own.engrave('far', OPTIONS, 9, still());
    for (let index = 0; index < 3; index += 1) await asked[index]!.draw();
    expect(inOrder()).toEqual(['perhaps', 'far', 'perhaps too']);
    expect(own.known('perhaps too', OPTIONS)).not.toBeNull();
  });

  it('draws what was foreseen as soon as the others on the screen once it is asked for', async () => {
    const own = engraver();
    void own.engrave('now', OPTIONS, 0, still());
    own.foresee('perhaps', OPTIONS);
    void own.engrave('far', OPTIONS, 9, still());
    const asking = own.engrave('perhaps', OPTIONS, 0, still());
    await asked[0]!.draw();
    await asked[1]!.draw();
    expect((await asking)!.svg).toBe('perhaps');
    expect(inOrder()).toEqual(['now', 'perhaps', 'far']);
  });

  it('drops a line that nobody waits for any more', async () => {
    const own = engraver();
    const left = new AbortController();
    void own.engrave('now', OPTIONS, 0, still());
    const gone = own.engrave('left', OPTIONS, 1, left.signal);
    left.abort();
    await asked[0]!.draw();
    expect(await gone).toBeNull();
    await own.onScreenSettled();
    expect(inOrder()).toEqual(['now']);
  });
});
