import { existsSync } from 'node:fs';
import { run } from '../scripts/lib/run.mjs';
import type { Served, Stage } from './stage';

/** The floor: a bare SvelteKit page that looks a session up, runs one query and renders 60 plain rows, at `/rows`. */
export async function serveBare(stage: Stage): Promise<Served> {
  if (!existsSync('bench/bare/build/index.js'))
    await run(process.execPath, ['../../node_modules/vite/bin/vite.js', 'build', '--logLevel', 'error'], {
      quiet: true,
      cwd: 'bench/bare'
    });
  return stage.serve('bench/bare/build/index.js');
}
