import { readFileSync } from 'node:fs';
import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';
import { sharedChunks } from './scripts/lib/shared-chunks.mjs';
import { opencvPlain } from './scripts/lib/opencv-plain.mjs';

const { version } = JSON.parse(readFileSync('package.json', 'utf8')) as { version: string };

export default defineConfig({
  plugins: [tailwindcss(), sveltekit(), opencvPlain(), sharedChunks()],
  worker: { format: 'es', plugins: () => [opencvPlain()] },
  build: {
    rolldownOptions: {
      // The rules do nothing by being loaded: what a page uses of them comes without what stands beside it.
      treeshake: { moduleSideEffects: (id: string) => !/\/src\/lib\/core\/|\/decimal\.js\//.test(id) }
    }
  },
  define: { __VENDRO_VERSION__: JSON.stringify(version) }
});
