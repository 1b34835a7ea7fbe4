import { resolve } from 'node:path';
import { defineConfig } from 'vite';
import { PROGRAMS, PROGRAMS_FOLDER } from './scripts/lib/programs.mjs';

/** Builds what is started apart from the server. */
export default defineConfig({
  resolve: { alias: { $core: resolve('src/lib/core'), $server: resolve('src/lib/server') } },
  publicDir: false,
  build: {
    ssr: true,
    rolldownOptions: { input: PROGRAMS },
    outDir: PROGRAMS_FOLDER,
    emptyOutDir: true,
    target: 'node20',
    minify: false
  }
});
