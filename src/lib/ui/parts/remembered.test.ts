import { afterEach, describe, expect, it, vi } from 'vitest';
import { z } from 'zod';
import { remembered } from './remembered';

function useStore(store: Partial<Storage>) {
  vi.stubGlobal('localStorage', store);
}

function inMemory() {
  const kept = new Map<string, string>();
  useStore({
    getItem: (key) => kept.get(key) ?? null,
    setItem: (key, value) => void kept.set(key, value),
    removeItem: (key) => void kept.delete(key),
  });
  return kept;
}

afterEach(() => vi.unstubAllGlobals());

const choice = remembered('test.size', z.enum(['small', 'large']), 'small');

describe('a remembered choice', () => {
  it('is what was chosen last, until it is forgotten', () => {
    const kept = inMemory();
    expect(choice.read()).toBe('small');
    choice.write('large');
    expect(choice.read()).toBe('large');
    expect([...kept.keys()]).toEqual(['key-path.test.size']);
    choice.forget();
    expect(choice.read()).toBe('small');
  });

  it('is as if never chosen where it is not valid any more, or damaged', () => {
    const kept = inMemory();
    for (const text of ['"huge"', 'not json', '']) {
      kept.set('key-path.test.size', text);
      expect(choice.read()).toBe('small');
    }
  });

  it('does no harm where nothing can be kept', () => {
    const refuse = () => {
      throw new Error('No storage here.');
    };
    useStore({ getItem: refuse, setItem: refuse });
    choice.write('large');
    expect(choice.read()).toBe('small');
  });
});
