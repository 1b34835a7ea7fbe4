import { clock } from '../clock';
import { config } from '../config';
import { isDemoLoaded } from '../db/settings';
import { isOurSite, serveSite } from '../standins/site';
import type { Allowed } from './guard';

let site: Allowed | null = null;

/**
 * Serves the simulated site and store where a port was given for them, or finds out that another of our processes serves
 * them there already. Whatever else may stand at that port is never visited.
 */
export async function openSimulatedSite(port = config.sitePort): Promise<void> {
  if (port === null) return;
  const served = (await serveSite(port, () => clock.now())) !== null || (await isOurSite(port));
  site = served ? { host: '127.0.0.1', port } : null;
}

/** Where the simulated site is, for the fetcher's one exception; null where there is none or no demo is loaded. */
export async function simulatedSite(): Promise<Allowed | null> {
  return site !== null && (await isDemoLoaded()) ? site : null;
}
