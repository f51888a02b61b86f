import { expect, it } from 'vitest';
import type { Section } from '$lib/core/score/model';
import { freeName } from './bench-sections';

const named = (...names: readonly string[]): readonly Section[] =>
  names.map((name, index) => ({ id: name, name, from: index, to: index }));

it('names a new section by the first letter that none has', () => {
  expect(freeName([])).toBe('A');
  expect(freeName(named('A', 'A′', 'B', 'A″'))).toBe('C');
  expect(freeName(named('A', 'C', 'A again'))).toBe('B');
  expect(freeName(named('Verse', 'Refrain'))).toBe('A');
});
