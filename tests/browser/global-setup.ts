import { rmSync } from 'node:fs';
import { startThrowAwayCluster } from '../../scripts/lib/cluster.mjs';
import { DEMO_NOW, loadDemoTemplate } from '../../scripts/lib/demo-template.mjs';
import { serveSite } from '../../src/lib/server/standins/site';

/** The moment at which every journey begins. */
export const NOW = DEMO_NOW;

/** Every journey copies one demo world, which is loaded here where nobody has (scripts/test.mjs). */
export default async function setup() {
  const given = process.env.VENDRO_TEST_CLUSTER;
  const cluster = given ? null : await startThrowAwayCluster();
  const url = (name: string) => (cluster ? cluster.url(name) : (given ?? '').replace(/\/[^/]*$/, `/${name}`));
  const loaded = process.env.VENDRO_TEST_DEMO !== undefined;
  if (!loaded) Object.assign(process.env, await loadDemoTemplate(url));
  // One simulated site for all journeys, since the demo's links lead to its port.
  const site = await serveSite(Number(process.env.VENDRO_TEST_SITE), () => Date.parse(NOW));
  process.env.VENDRO_TEST_CLUSTER = url('postgres');
  return async () => {
    site?.close();
    await cluster?.stop();
    if (!loaded) rmSync(process.env.VENDRO_TEST_DEMO ?? '', { recursive: true, force: true });
  };
}
