import { readFileSync } from 'node:fs';
import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vitest/config';

const { version } = JSON.parse(readFileSync('package.json', 'utf8')) as { version: string };

export default defineConfig({
  plugins: [tailwindcss(), sveltekit()],
  define: { __VENDRO_VERSION__: JSON.stringify(version) },
  test: {
    projects: [
      {
        extends: true,
        test: { name: 'core', environment: 'node', include: ['src/lib/core/**/*.test.ts', 'src/lib/ui/**/*.test.ts'] }
      },
      {
        extends: true,
        test: {
          name: 'server',
          environment: 'node',
          include: ['src/lib/server/**/*.test.ts', 'tests/server/**/*.test.ts'],
          globalSetup: 'tests/server/global-setup.ts',
          setupFiles: ['tests/server/own-database.ts'],
          testTimeout: 30_000,
          hookTimeout: 60_000
        }
      },
      {
        extends: true,
        test: {
          name: 'scripts',
          environment: 'node',
          include: ['scripts/**/*.test.mjs', 'demo/**/*.test.ts'],
          testTimeout: 60_000
        }
      }
    ]
  }
});
