import ipaddr from 'ipaddr.js';

/** What this server may visit besides the internet, as its operator said: a school's own store or wiki. */
export interface Reach {
  /** A machine's name, or `.example` for all below it; null where an address or a network is meant. */
  name: string | null;
  network: [ipaddr.IPv4 | ipaddr.IPv6, number] | null;
  /** Null for the usual ports. */
  port: number | null;
}

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
  if (host === undefined || (at !== null && (at < 1 || at > 65_535))) throw new Error(`“${part}” cannot be read.`);
  if (ipaddr.isValid(host) && /[.:].*[.:]/.test(host)) {
    const address = ipaddr.parse(host);
    const most = address.kind() === 'ipv4' ? 32 : 128;
    const length = bits === undefined ? most : Number(bits);
    if (length > most) throw new Error(`“${part}” cannot be read.`);
    return { name: null, network: [address, length], port: at };
  }
  if (bits !== undefined || !/^(\*\.)?[\w-]+(\.[\w-]+)*$/.test(host)) throw new Error(`“${part}” cannot be read.`);
  return { name: host.toLowerCase().replace(/^\*/, ''), network: null, port: at };
}
