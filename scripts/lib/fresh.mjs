import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PROGRAMS_FOLDER } from './programs.mjs';
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

/** Builds the programs beside the server when their sources are not those of the last build. Takes about two seconds. */
export async function ensureProgramsBuilt() {
  await ensureSynced();
  const demo = filesBelow('demo').filter((file) => file.endsWith('.ts'));
  const sources = [...filesBelow('src/lib/server'), ...filesBelow('src/lib/core'), ...demo];
  const settings = ['package-lock.json', 'vite.programs.config.ts', 'scripts/lib/programs.mjs'];
  await buildUnlessSame(PROGRAMS_FOLDER, [...sources, ...settings], (vite) =>
    run(process.execPath, [vite, 'build', '--config', 'vite.programs.config.ts', '--logLevel', 'error'], PRODUCTION)
  );
}

/** The settings of TypeScript extend what SvelteKit writes; a fresh checkout has none of it, and Vite reads them. */
async function ensureSynced() {
  if (existsSync(join('.svelte-kit', 'tsconfig.json'))) return;
  await run(process.execPath, [join('node_modules', '@sveltejs', 'kit', 'svelte-kit.js'), 'sync'], { quiet: true });
}

/** Builds the application, and the programs beside it, when their sources are not those of the last build. */
export async function ensureBuilt() {
  await ensureProgramsBuilt();
  const settings = ['package-lock.json', 'svelte.config.js', 'vite.config.ts', 'tsconfig.json'];
  await buildUnlessSame('build', [...filesBelow('src'), ...filesBelow('static'), ...settings], (vite) =>
    step('Building the application', () => run(process.execPath, [vite, 'build', '--logLevel', 'error'], PRODUCTION))
  );
}

/** What is built is what people use, whoever asks for it: the runner of the tests says of itself that it is none of that. */
const PRODUCTION = { quiet: true, env: { ...process.env, NODE_ENV: 'production' } };

/** @param {string} folder @param {string[]} sources @param {(vite: string) => Promise<unknown>} build */
async function buildUnlessSame(folder, sources, build) {
  const stamp = join(folder, '.vendro-stamp');
  const wanted = digest(sources);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  await build(join('node_modules', 'vite', 'bin', 'vite.js'));
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
