import { expect, it } from 'vitest';
import { demoTunes } from '../../testing/demo-tunes';
import { ticks } from '../units';
import { pickupRemark } from './describe';

const lantern = demoTunes().find(({ file }) => file.startsWith('lantern'))!.score.measures;

it('says whether the last measure completes the pickup', () => {
  const [first, last] = [lantern[0]!, lantern.at(-1)!];
  const full = 4 * 10_080;
  expect(first.length).toBeLessThan(full);
  const completed = [...lantern.slice(0, -1), { ...last, length: ticks(full - first.length) }];
  expect(pickupRemark(completed)[0]).toContain('which the last measure completes');
  const whole = [...lantern.slice(0, -1), { ...last, length: ticks(full) }];
  expect(pickupRemark(whole)[0]).toContain('does not complete');
});

it('says nothing where there is no pickup', () => {
  expect(pickupRemark(lantern.slice(1))).toEqual([]);
  expect(pickupRemark([])).toEqual([]);
});
