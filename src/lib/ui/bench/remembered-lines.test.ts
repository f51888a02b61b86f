import { describe, expect, it } from 'vitest';
import { madeFrom, recallLines, rememberLines, type RememberedLine } from './remembered-lines';

function storeWith(room = Infinity) {
  const held = new Map<string, string>();
  return {
    held,
    getItem: (name: string) => held.get(name) ?? null,
    setItem: (name: string, value: string) => {
      if (value.length > room) throw new Error('QuotaExceededError');
      held.set(name, value);
    },
    removeItem: (name: string) => void held.delete(name),
  };
}

const LINE: RememberedLine = {
  plan: { range: { from: 0, to: 3 }, mei: '<mei/>' },
  system: {
    svg: '<svg/>',
    width: 2000,
    height: 300,
    measures: [{ index: 0, left: 50, right: 500 }],
    heads: new Map([['n1', 75]]),
  },
};

describe('remembered lines', () => {
  it('come back as they were for the very same document, hand and width', () => {
    const store = storeWith();
    const from = madeFrom('1', { pins: [] }, { hand: 12 }, { pageWidth: 2300, unit: 9 });
    rememberLines(store, 'a', from, [LINE]);
    expect(recallLines(store, 'a', from)).toEqual([LINE]);
    const wider = madeFrom('1', { pins: [] }, { hand: 12 }, { pageWidth: 2400, unit: 9 });
    expect(recallLines(store, 'a', wider)).toEqual([]);
    expect(recallLines(store, 'b', from)).toEqual([]);
  });

  it('make room: the arrangements opened longest ago are forgotten with their lines', () => {
    const store = storeWith();
    for (let index = 0; index < 20; index += 1) rememberLines(store, `a${index}`, 'x', [LINE]);
    expect(recallLines(store, 'a19', 'x')).toHaveLength(1);
    expect(recallLines(store, 'a8', 'x')).toHaveLength(1);
    expect(recallLines(store, 'a7', 'x')).toEqual([]);
    expect(store.held.size).toBe(13);
  });

  it('do no harm where there is no room, or what is stored is not ours', () => {
    const full = storeWith(10);
    rememberLines(full, 'a', 'x', [LINE]);
    expect(recallLines(full, 'a', 'x')).toEqual([]);
    const odd = storeWith();
    odd.setItem('first-lines', 'not JSON');
    expect(recallLines(odd, 'a', 'x')).toEqual([]);
    rememberLines(odd, 'a', 'x', [LINE]);
    rememberLines(odd, 'a', 'x', [LINE]);
    expect(recallLines(odd, 'a', 'x')).toEqual([LINE]);
  });
});
