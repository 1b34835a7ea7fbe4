import { ensureProgramsBuilt } from '../../scripts/lib/fresh.mjs';
import { ensureDatabase, startThrowAwayCluster } from '../../scripts/lib/cluster.mjs';
import { migrated } from '../../scripts/lib/migrated.mjs';

/** One throw-away cluster for all server tests, with a migrated template that each test file copies. */
export default async function setup() {
  await ensureProgramsBuilt();
  const given = process.env.VENDRO_TEST_CLUSTER;
  const cluster = given ? null : await startThrowAwayCluster();
  const url = (name: string) => (cluster ? cluster.url(name) : (given ?? '').replace(/\/[^/]*$/, `/${name}`));
  await ensureDatabase({ url, stop: async () => undefined }, 'vendro_template');
  await migrated({ DATABASE_URL: url('vendro_template') });
  process.env.VENDRO_TEST_CLUSTER = url('postgres');
  return () => cluster?.stop();
}
