// Tasks for the tests of the work pool: one that never ends, one that fills the memory, one that kills its thread.

export function read({ name }) {
  if (name === 'for ever') for (;;);
  if (name === 'too much') {
    const kept = [];
    for (;;) kept.push(new Array(100_000).fill(kept.length));
  }
  if (name === 'dies') process.exit(1);
  if (name === 'breaks') throw new Error('broken');
  return { ok: true, score: name, summary: null };
}
