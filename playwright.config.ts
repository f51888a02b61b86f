import { defineConfig } from '@playwright/test';
import { BROWSER } from './e2e/browser';

export default defineConfig({
  testDir: 'e2e',
  // A machine that is busy with other things may take minutes over what is done in half of one.
  timeout: 420_000,
  expect: { timeout: 30_000 },
  fullyParallel: true,
  // Pages wait for engraving and saving more than they work.
  workers: 4,
  use: {
    actionTimeout: 40_000,
    viewport: { width: 1280, height: 800 },
    // What fades in would be read for contrast half faded.
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: {
      ...BROWSER,
      // The engraver is compiled once, quickly: a page of a test is left before a second, better compiling pays.
      args: [...BROWSER.args, '--js-flags=--liftoff-only'],
    },
  },
});
