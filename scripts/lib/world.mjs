import { ensureDatabase, startCluster } from './cluster.mjs';
import { ensurePackages } from './debian.mjs';
import { dataFolder } from './folders.mjs';
import { migrated } from './migrated.mjs';
import { runProgram } from './programs.mjs';
import { say, step } from './say.mjs';

/** Where the simulated site of the demo answers on loopback. */
const SITE_PORT = '5281';

/**
 * The database and folders that a developer's server works on: DATABASE_URL where it is given, else a cluster of our
 * own.
 *
 * @returns {Promise<{ env: { DATABASE_URL: string, VENDRO_DATA: string, VENDRO_SITE_PORT: string }, stop: () => Promise<void>, watch: () => void }>}
 */
export async function openWorld() {
  const folder = dataFolder();
  const given = process.env.DATABASE_URL;
  const own = { VENDRO_DATA: folder, VENDRO_SITE_PORT: process.env.VENDRO_SITE_PORT ?? SITE_PORT };
  if (given) return { env: { DATABASE_URL: given, ...own }, stop: async () => undefined, watch: () => undefined };
  await ensurePackages(['postgresql']);
  const cluster = await step(`Starting PostgreSQL on loopback (${folder})`, () => startCluster(folder));
  await ensureDatabase(cluster, 'vendro');
  const watch = cluster.watch ?? (() => undefined);
  return { env: { DATABASE_URL: cluster.url('vendro'), ...own }, stop: cluster.stop, watch };
}

/**
 * Brings the schema up to date and, where the database is empty, loads the demo world.
 *
 * @param {Record<string, string>} env
 * @param {{ anew?: boolean }} [options] `anew` empties the database first
 */
export async function prepareWorld(env, { anew = false } = {}) {
  if (anew) {
    await runProgram('demo-world', env, { args: ['--anew'] });
    return;
  }
  const { done, empty } = await step('Bringing the database up to date', () => migrated(env));
  if (done.length > 0) say(done.join('\n'));
  if (empty && process.env.VENDRO_DEMO !== 'none') await runProgram('demo-world', env);
}
