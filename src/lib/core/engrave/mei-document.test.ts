import { expect, it } from 'vitest';
import { demoTunes } from '../../testing/demo-tunes';
import { meiDocument } from './mei-document';

it('has every measure and note of a score once, and its title', () => {
  for (const { score } of demoTunes()) {
    const mei = meiDocument(score, []);
    expect(mei.match(/<measure /g)).toHaveLength(score.measures.length);
    expect(mei).toContain(`<title>${score.title}</title>`);
    const ids = [...mei.matchAll(/<note xml:id="([^"]+)"/g)].map(([, id]) => id);
    expect(new Set(ids).size).toBe(ids.length);
    for (const { id } of score.notes)
      expect(ids.some((each) => each === id || each!.startsWith(`${id}.`))).toBe(true);
  }
});
