import ipaddr from 'ipaddr.js';
import { config } from '../config';

/** Whether a name may be visited whatever address it leads to. */
export const reachesName = (name: string, port: number, usual: boolean): boolean =>
  config.reach.some((one) => one.name !== null && isNamed(name.toLowerCase(), one.name) && isAt(one, port, usual));

/** Whether an address may be visited. */
export function reachesAddress(address: string, port: number, usual: boolean): boolean {
  if (!ipaddr.isValid(address)) return false;
  // The same network is meant however its addresses are written.
  const parsed = ipaddr.process(address);
  return config.reach.some(
    ({ network, ...one }) =>
      network !== null && network[0].kind() === parsed.kind() && parsed.match(network) && isAt(one, port, usual)
  );
}

/** Whether some network may be visited at this port: which one a name leads to is seen only later. */
export const reachesPort = (port: number): boolean =>
  config.reach.some(({ network, port: at }) => network !== null && at === port);

const isNamed = (name: string, by: string) => (by.startsWith('.') ? name.endsWith(by) : name === by);
const isAt = ({ port }: { port: number | null }, asked: number, usual: boolean) =>
  port === null ? usual : port === asked;
