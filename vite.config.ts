import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vitest/config';
import { sharedChunks } from './scripts/lib/shared-chunks.mjs';
import { opencvPlain } from './scripts/lib/opencv-plain.mjs';

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

export default defineConfig({
  plugins: [tailwindcss(), sveltekit(), opencvPlain(), sharedChunks()],
  worker: { format: 'es', plugins: () => [opencvPlain()] },
  build: {
    rolldownOptions: {
      // The rules do nothing by being loaded: what a page uses of them comes without what stands beside it.
      treeshake: { moduleSideEffects: (id: string) => !/\/src\/lib\/core\/|\/decimal\.js\//.test(id) }
    }
  },
  define: { __VENDRO_VERSION__: JSON.stringify(version) },
  test: {
    // Every core: the journeys, the checks and these take turns (scripts/test.mjs).
    maxWorkers: 2,
    projects: [
      {
        extends: true,
        test: {
          name: 'core',
          environment: 'node',
          // Rules keep no state: their files may share what they import.
          isolate: false,
          testTimeout: PATIENCE,
          alias: { '@techstark/opencv-js': fileURLToPath(new URL('scripts/lib/opencv-node.mjs', import.meta.url)) },
          include: ['src/lib/core/**/*.test.ts', 'src/lib/ui/**/*.test.ts', 'src/routes/**/*.test.ts']
        }
      },
      {
        extends: true,
        test: { ...server, name: 'server', isolate: false, include: serverTests, exclude: alone }
      },
      { extends: true, test: { ...server, name: 'server-alone', include: alone } },
      {
        extends: true,
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
