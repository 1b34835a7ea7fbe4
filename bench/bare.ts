import { readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { run } from '../scripts/lib/run.mjs';
import type { Served, Stage } from './stage';

const BUILT = 'bench/bare/build/index.js';

/** The floors: a bare application of the same framework, with pages of rows, bytes and lines, and what was recorded of ours. */
export async function serveBare(stage: Stage, env: Record<string, string> = {}): Promise<Served> {
  if (changedAt(BUILT) < newestIn('bench/bare/src'))
    await run(process.execPath, ['../../node_modules/vite/bin/vite.js', 'build', '--logLevel', 'error'], {
      quiet: true,
      cwd: 'bench/bare'
    });
  return stage.serve(BUILT, env);
}

const changedAt = (path: string) => statSync(path, { throwIfNoEntry: false })?.mtimeMs ?? 0;

const newestIn = (folder: string) =>
  Math.max(
    ...readdirSync(folder, { recursive: true, withFileTypes: true }).map((one) =>
      changedAt(join(one.parentPath, one.name))
    )
  );
