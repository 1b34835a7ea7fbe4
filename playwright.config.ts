import { defineConfig } from '@playwright/test';
import { BROWSER } from './scripts/lib/debian.mjs';

/** Browser journeys against the production build, each with a server and a database of its own (tests/browser/world.ts). */
export default defineConfig({
  testDir: 'tests/browser',
  globalSetup: './tests/browser/global-setup.ts',
  fullyParallel: true,
  // One more than there are cores: they wait for the clock, for slow lines and for recordings.
  workers: 3,
  // A loaded machine makes a journey slow, not wrong: one that fails twice in a row is wrong. Those that needed their
  // second try are named at the end.
  timeout: 120_000,
  retries: 1,
  expect: { timeout: 20_000 },
  forbidOnly: true,
  reporter: [['list']],
  use: {
    viewport: { width: 1280, height: 800 },
    // What cannot be pressed for so long never will be: the journey says which press it was.
    actionTimeout: 40_000,
    launchOptions: {
      executablePath: BROWSER,
      args: [
        ...[
          '--no-sandbox',
          '--disable-background-networking',
          '--disable-component-update',
          '--disable-sync',
          '--disable-gpu',
          '--disable-extensions',
          '--mute-audio'
        ],
        // A microphone that hums and a camera that ticks.
        ...['--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream']
      ]
    }
  }
});
