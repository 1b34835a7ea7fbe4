import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureDatabase } from './cluster.mjs';
import { freePort } from './ports.mjs';
import { runProgram } from './programs.mjs';

/** The moment at which every journey begins: a Wednesday afternoon in term. */
export const DEMO_NOW = '2027-03-10T15:20:00Z';

/**
 * Loads the demo world once, into a database that tests copy (`vendro_demo`), with its blobs in a folder.
 *
 * Whoever copies it finds it by two variables: VENDRO_TEST_DEMO is that folder, and VENDRO_TEST_SITE the port of the simulated
 * site, to which the demo's links lead.
 *
 * @param {(database: string) => string} url of a database in the cluster
 * @returns {Promise<{ VENDRO_TEST_DEMO: string, VENDRO_TEST_SITE: string }>}
 */
export async function loadDemoTemplate(url) {
  const blobs = mkdtempSync(join(tmpdir(), 'vendro-demo-'));
  const site = String(await freePort());
  await ensureDatabase({ url, stop: async () => undefined }, 'vendro_demo');
  const env = {
    ...{ DATABASE_URL: url('vendro_demo'), VENDRO_DATA: blobs, VENDRO_NOW: DEMO_NOW, VENDRO_SITE_PORT: site },
    VENDRO_PASSWORDS: 'least'
  };
  await runProgram('demo-world', env, { args: ['--anew'] });
  return { VENDRO_TEST_DEMO: blobs, VENDRO_TEST_SITE: site };
}
