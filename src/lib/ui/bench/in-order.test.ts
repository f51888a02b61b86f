import { describe, expect, it } from 'vitest';
import { InOrder } from './in-order';

describe('InOrder', () => {
  /** A document changed by keys, and what has been worked out of it. */
  function desk() {
    const state = { document: 0, arranged: 0, log: [] as string[] };
    const keys = new InOrder(() => state.document === state.arranged);
    const change = (name: string) => () => {
      state.log.push(`${name} on ${state.arranged}`);
      state.document += 1;
    };
    const arrange = () => {
      state.arranged = state.document;
      keys.goOn();
    };
    return { state, keys, change, arrange };
  }

  it('acts at once when nothing is being worked out', () => {
    const { state, keys } = desk();
    keys.do(() => state.log.push('look'));
    keys.do(() => state.log.push('again'));
    expect(state.log).toEqual(['look', 'again']);
  });

  it('makes each change on what the one before it became, in the order typed', () => {
    const { state, keys, change, arrange } = desk();
    keys.do(change('hand'));
    keys.do(change('undo'));
    keys.do(() => state.log.push('look'));
    keys.do(change('add'));
    expect(state.log).toEqual(['hand on 0']);
    arrange();
    expect(state.log).toEqual(['hand on 0', 'undo on 1']);
    arrange();
    expect(state.log).toEqual(['hand on 0', 'undo on 1', 'look', 'add on 2']);
  });

  it('forgets what waits when it is told to', () => {
    const { state, keys, change, arrange } = desk();
    keys.do(change('hand'));
    keys.do(change('undo'));
    keys.clear();
    arrange();
    expect(state.log).toEqual(['hand on 0']);
  });
});
