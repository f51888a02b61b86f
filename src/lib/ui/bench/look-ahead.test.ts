import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { texturePin } from '$lib/core/document/pins/texture';
import type { ArrangementStep } from '$lib/core/document/steps';
import type { SystemPlan } from '$lib/core/engrave/line';
import type { LeftTexture } from '$lib/core/document/choices/textures.data';
import { LookAhead } from './look-ahead';

const paint = (texture: LeftTexture): ArrangementStep => ({
  kind: 'pins',
  removed: [],
  added: [texturePin(3, texture)],
});
const linesOf = (step: ArrangementStep): readonly SystemPlan[] => [
  { range: { from: 0, to: 3 }, mei: JSON.stringify(step) },
];

/** A Bench on which `standing` stands. */
function bench(foresee = vi.fn((_: object, step: ArrangementStep) => Promise.resolve(linesOf(step)))) {
  const at: { standing: object | null } = { standing: { document: 1 } };
  return { at, foresee, ahead: new LookAhead<object>(() => at.standing, foresee) };
}

describe('looking ahead', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it('knows the lines of the step that was rested on, however its record was made, and of no other', async () => {
    const { at, ahead, foresee } = bench();
    ahead.soon(() => paint('rests'));
    ahead.soon(() => paint('shares-tune'));
    await vi.runAllTimersAsync();
    expect(foresee).toHaveBeenCalledOnce();
    expect(ahead.linesAfter(at.standing, paint('shares-tune'))).toEqual(linesOf(paint('shares-tune')));
    expect(ahead.linesAfter(at.standing, paint('rests'))).toBeNull();
  });

  it('keeps what was foreseen of several steps, and looks at none twice', async () => {
    const { at, ahead, foresee } = bench();
    for (const texture of ['rests', 'shares-tune', 'rests'] as const) {
      ahead.soon(() => paint(texture));
      await vi.runAllTimersAsync();
    }
    expect(foresee).toHaveBeenCalledTimes(2);
    for (const texture of ['rests', 'shares-tune'] as const)
      expect(ahead.linesAfter(at.standing, paint(texture))).toEqual(linesOf(paint(texture)));
  });

  it('forgets everything once something else stands', async () => {
    const { at, ahead } = bench();
    const before = at.standing;
    ahead.soon(() => paint('rests'));
    await vi.runAllTimersAsync();
    at.standing = { document: 2 };
    expect(ahead.linesAfter(at.standing, paint('rests'))).toBeNull();
    ahead.soon(() => paint('shares-tune'));
    await vi.runAllTimersAsync();
    expect(ahead.linesAfter(before, paint('rests'))).toBeNull();
    at.standing = before;
    expect(ahead.linesAfter(at.standing, paint('shares-tune'))).toBeNull();
  });

  it('drops what comes when something else is being looked at', async () => {
    let answer: (lines: readonly SystemPlan[]) => void = () => undefined;
    const { at, ahead } = bench(
      vi.fn((_: object, step: ArrangementStep) =>
        step.kind === 'pins' && step.added[0]!.id === texturePin(3, 'rests').id && at.standing === first
          ? new Promise<readonly SystemPlan[]>((resolve) => (answer = resolve))
          : Promise.resolve(linesOf(step)),
      ),
    );
    const first = at.standing;
    ahead.soon(() => paint('rests'));
    await vi.runAllTimersAsync();
    at.standing = { document: 2 };
    ahead.soon(() => paint('shares-tune'));
    await vi.runAllTimersAsync();
    answer(linesOf(paint('rests')));
    await Promise.resolve();
    expect(ahead.linesAfter(at.standing, paint('rests'))).toBeNull();
    expect(ahead.linesAfter(first, paint('rests'))).toBeNull();
  });

  it('looks at nothing while the music is worked out, where there is no next step, and once it is stopped', async () => {
    const { at, ahead, foresee } = bench();
    at.standing = null;
    ahead.soon(() => paint('rests'));
    await vi.runAllTimersAsync();
    at.standing = { document: 1 };
    ahead.soon(() => null);
    await vi.runAllTimersAsync();
    ahead.soon(() => paint('rests'));
    ahead.stop();
    await vi.runAllTimersAsync();
    expect(foresee).not.toHaveBeenCalled();
    expect(ahead.linesAfter(null, paint('rests'))).toBeNull();
  });

  it('shows nothing of what could not be worked out', async () => {
    const { at, ahead } = bench(vi.fn(() => Promise.resolve(null as never)));
    ahead.soon(() => paint('rests'));
    await vi.runAllTimersAsync();
    expect(ahead.linesAfter(at.standing, paint('rests'))).toBeNull();
  });
});
