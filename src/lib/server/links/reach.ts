import ipaddr from 'ipaddr.js';
import { config } from '../config';

/** What this server may visit besides the internet, as its operator said: a school's own store or wiki. */
interface Reach {
  /** A machine's name, or `.example` for all below it; null where an address or a network is meant. */
  name: string | null;
  network: [ipaddr.IPv4 | ipaddr.IPv6, number] | null;
  /** Null for the usual ports. */
  port: number | null;
}

/** Whether a name may be visited whatever address it leads to. */
export const reachesName = (name: string, port: number, usual: boolean): boolean =>
  REACH.some((one) => one.name !== null && isNamed(name.toLowerCase(), one.name) && isAt(one, port, usual));

/** Whether an address may be visited. */
export function reachesAddress(address: string, port: number, usual: boolean): boolean {
  if (!ipaddr.isValid(address)) return false;
  // The same network is meant however its addresses are written.
  const parsed = ipaddr.process(address);
  return REACH.some(
    ({ network, ...one }) =>
      network !== null && network[0].kind() === parsed.kind() && parsed.match(network) && isAt(one, port, usual)
  );
}

/** Whether some network may be visited at this port: which one a name leads to is seen only later. */
export const reachesPort = (port: number): boolean =>
  REACH.some(({ network, port: at }) => network !== null && at === port);

/**
 * Reads the setting: names, addresses and networks, each with a port where it is another than the usual ones, with commas
 * between them: `store.school.example, *.lab.example, 10.4.0.0/16, 10.4.0.7:8090, [fd00::7]:8090`.
 *
 * @throws Error that says which part cannot be read
 */
export function parseReach(text: string): Reach[] {
  return text
    .split(',')
    .map((part) => part.trim())
    .filter((part) => part !== '')
    .map(parsePart);
}

function parsePart(part: string): Reach {
  const [, bracketed, plain, bits, port] = /^(?:\[([^\]]+)\]|([^\s:/]+))(?:\/(\d+))?(?::(\d+))?$/.exec(part) ?? [];
  const host = bracketed ?? plain;
  const at = port === undefined ? null : Number(port);
  if (host === undefined || (at !== null && (at < 1 || at > 65_535)))
    throw new Error(`VENDRO_REACH: “${part}” cannot be read.`);
  if (ipaddr.isValid(host) && /[.:].*[.:]/.test(host)) {
    const address = ipaddr.parse(host);
    const most = address.kind() === 'ipv4' ? 32 : 128;
    const length = bits === undefined ? most : Number(bits);
    if (length > most) throw new Error(`VENDRO_REACH: “${part}” cannot be read.`);
    return { name: null, network: [address, length], port: at };
  }
  if (bits !== undefined || !/^(\*\.)?[\w-]+(\.[\w-]+)*$/.test(host))
    throw new Error(`VENDRO_REACH: “${part}” cannot be read.`);
  return { name: host.toLowerCase().replace(/^\*/, ''), network: null, port: at };
}

const isNamed = (name: string, by: string) => (by.startsWith('.') ? name.endsWith(by) : name === by);
const isAt = ({ port }: { port: number | null }, asked: number, usual: boolean) =>
  port === null ? usual : port === asked;

const REACH = parseReach(config.reach);
