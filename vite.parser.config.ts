import { resolve } from 'node:path';
import { defineConfig } from 'vite';

/** Builds the program of the parsing processes (src/lib/server/parsing), which the server starts apart from itself. */
export default defineConfig({
  resolve: { alias: { $core: resolve('src/lib/core'), $server: resolve('src/lib/server') } },
  publicDir: false,
  build: {
    ssr: 'src/lib/server/parser/process.ts',
    outDir: 'build-parser',
    emptyOutDir: true,
    target: 'node20',
    minify: false
  }
});
