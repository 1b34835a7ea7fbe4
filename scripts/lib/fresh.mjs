import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { run } from './run.mjs';
import { step } from './say.mjs';

/** Installs the packages when the lockfile is not the one that they were installed from. */
export async function ensureInstalled() {
  const stamp = join('node_modules', '.vendro-stamp');
  const wanted = digest(['package.json', 'package-lock.json', '.npmrc']);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  await step('Installing packages (npm ci)', () => run('npm', ['ci', '--loglevel=error'], { quiet: true }));
  writeFileSync(stamp, wanted);
}

/** Builds the application when its sources are not those of the last build. */
export async function ensureBuilt() {
  const stamp = join('build', '.vendro-stamp');
  const wanted = digest([
    ...filesBelow('src'),
    ...filesBelow('static'),
    'package-lock.json',
    'svelte.config.js',
    'vite.config.ts',
    'tsconfig.json'
  ]);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  const vite = join('node_modules', 'vite', 'bin', 'vite.js');
  await step('Building the application', () =>
    run(process.execPath, [vite, 'build', '--logLevel', 'error'], { quiet: true })
  );
  writeFileSync(stamp, wanted);
}

/** @param {string[]} files */
function digest(files) {
  const hash = createHash('sha256');
  for (const file of files) hash.update(`${file}\0`).update(readFileSync(file)).update('\0');
  return hash.digest('hex');
}

/** @param {string} folder @returns {string[]} */
function filesBelow(folder) {
  if (!existsSync(folder)) return [];
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && !/\.test\.ts$/.test(entry.name))
    .map((entry) => join(entry.parentPath, entry.name))
    .sort();
}
