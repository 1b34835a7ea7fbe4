import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { defineConfig } from 'vitest/config';

const { version } = JSON.parse(readFileSync('package.json', 'utf8')) as { version: string };

const serverTests = ['src/lib/server/**/*.test.ts', 'tests/server/**/*.test.ts'];
/** Tests that need a process of their own: they change its environment, its modules, its disk, or count what it does. */
const alone = [
  'backup',
  'blobs',
  'dav',
  'full-disk',
  'hostile-pages',
  'keeping',
  'live',
  'mail',
  'parsing',
  'two-teachers'
].map((name) => `tests/server/${name}.test.ts`);
/** Milliseconds. A loaded machine makes a test slow, not wrong: it was seen to be ten times as slow as an idle one. */
const PATIENCE = 240_000;
const server = {
  environment: 'node' as const,
  globalSetup: 'tests/server/global-setup.ts',
  setupFiles: ['tests/server/own-database.ts'],
  // What a loaded machine broke all the same is tried once more, and said.
  testTimeout: PATIENCE,
  hookTimeout: PATIENCE,
  retry: 1
};

/** What has no interface is read without what makes pages, which takes seconds to set up for each project. */
const bare = {
  resolve: { alias: { $core: resolve('src/lib/core'), $server: resolve('src/lib/server') } },
  define: { __VENDRO_VERSION__: JSON.stringify(version) }
};

export default defineConfig({
  test: {
    // Every core: the journeys, the checks and these take turns (scripts/test.mjs).
    maxWorkers: 2,
    projects: [
      {
        extends: './vite.config.ts',
        test: {
          name: 'core',
          environment: 'node',
          // Rules keep no state: their files may share what they import.
          isolate: false,
          testTimeout: PATIENCE,
          alias: { '@techstark/opencv-js': resolve('scripts/lib/opencv-node.mjs') },
          include: ['src/lib/core/**/*.test.ts', 'src/lib/ui/**/*.test.ts', 'src/routes/**/*.test.ts']
        }
      },
      {
        ...bare,
        test: { ...server, name: 'server', isolate: false, include: serverTests, exclude: alone }
      },
      { ...bare, test: { ...server, name: 'server-alone', include: alone } },
      {
        ...bare,
        test: {
          name: 'scripts',
          environment: 'node',
          include: ['scripts/**/*.test.mjs', 'demo/**/*.test.ts'],
          testTimeout: PATIENCE,
          retry: 1
        }
      }
    ]
  }
});
