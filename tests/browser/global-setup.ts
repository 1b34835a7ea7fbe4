import { ensureDatabase, startThrowAwayCluster } from '../../scripts/lib/cluster.mjs';
import { freePort } from '../../scripts/lib/ports.mjs';
import { runTypeScript } from '../../scripts/lib/run.mjs';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { serveSite } from '../../src/lib/server/standins/site';

/** The moment at which every journey begins: a Wednesday afternoon in term. */
export const NOW = '2027-03-10T15:20:00Z';

/** Loads the demo world once; every journey copies it. */
export default async function setup() {
  const given = process.env.VENDRO_TEST_CLUSTER;
  const cluster = given ? null : await startThrowAwayCluster();
  const url = (name: string) => (cluster ? cluster.url(name) : (given ?? '').replace(/\/[^/]*$/, `/${name}`));
  const blobs = mkdtempSync(join(tmpdir(), 'vendro-demo-'));
  await ensureDatabase({ url, stop: async () => undefined }, 'vendro_demo');
  // One simulated site for all journeys, since the demo's links lead to its port.
  const port = await freePort();
  const site = await serveSite(port, () => Date.parse(NOW));
  process.env.VENDRO_SITE_PORT = String(port);
  const env = { DATABASE_URL: url('vendro_demo'), VENDRO_DATA: blobs, VENDRO_NOW: NOW, VENDRO_SITE_PORT: String(port) };
  await runTypeScript('src/lib/server/db/migrate.command.ts', env);
  await runTypeScript('demo/load.command.ts', env);
  process.env.VENDRO_TEST_CLUSTER = url('postgres');
  process.env.VENDRO_TEST_BLOBS = blobs;
  return async () => {
    site?.close();
    await cluster?.stop();
    rmSync(blobs, { recursive: true, force: true });
  };
}
