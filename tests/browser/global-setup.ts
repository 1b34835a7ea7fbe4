import { ensureDatabase, startThrowAwayCluster } from '../../scripts/lib/cluster.mjs';
import { runTypeScript } from '../../scripts/lib/run.mjs';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** The moment at which every journey begins: a Wednesday afternoon in term. */
export const NOW = '2027-03-10T15:20:00Z';

/** Loads the demo world once; every journey copies it. */
export default async function setup() {
  const given = process.env.VENDRO_TEST_CLUSTER;
  const cluster = given ? null : await startThrowAwayCluster();
  const url = (name: string) => (cluster ? cluster.url(name) : (given ?? '').replace(/\/[^/]*$/, `/${name}`));
  const blobs = mkdtempSync(join(tmpdir(), 'vendro-demo-'));
  await ensureDatabase({ url, stop: async () => undefined }, 'vendro_demo');
  const env = { DATABASE_URL: url('vendro_demo'), VENDRO_DATA: blobs, VENDRO_NOW: NOW };
  await runTypeScript('src/lib/server/db/migrate.command.ts', env);
  await runTypeScript('demo/load.command.ts', env);
  process.env.VENDRO_TEST_CLUSTER = url('postgres');
  process.env.VENDRO_TEST_BLOBS = blobs;
  return async () => {
    await cluster?.stop();
    rmSync(blobs, { recursive: true, force: true });
  };
}
