import { lookup as resolveName, type LookupAddress } from 'node:dns';
import http from 'node:http';
import https from 'node:https';
import { isIP, type LookupFunction } from 'node:net';
import ipaddr from 'ipaddr.js';
import { reachesAddress, reachesName, reachesPort } from './reach';

/** An address that nobody outside may make this server visit, or one that no name leads to. */
export class Forbidden extends Error {
  constructor(readonly why: 'private' | 'no-such-name' | 'port') {
    super(`The address was not visited: ${why}.`);
    this.name = 'Forbidden';
  }
}

/** The one address on this machine that may be visited: the simulated site, while the demo is loaded. */
export interface Allowed {
  host: string;
  port: number;
}

const PORTS = new Set([80, 443, 8080, 8443]);

/**
 * Whether an IP address is one that anybody on the internet could visit.
 *
 * Private, loopback, link-local, multicast, documentation and reserved ranges are not (IANA special-purpose registries),
 * in both versions, nor is an IPv6 address that carries such an IPv4 address inside it (mapped, NAT64, 6to4, Teredo).
 */
export function isPublic(address: string): boolean {
  if (!ipaddr.isValid(address)) return false;
  const parsed = ipaddr.parse(address);
  if (parsed.kind() === 'ipv4') return parsed.range() === 'unicast';
  const six = parsed as ipaddr.IPv6;
  // Only global unicast (2000::/3) is in use, and of that not what tunnels to somewhere else.
  return six.range() === 'unicast' && ((six.parts[0] ?? 0) & 0xe000) === 0x2000;
}

/**
 * Agents whose connections lead only to public addresses. A name is resolved once, all of its addresses are checked, and
 * the checked ones are those that are connected to, so that a name cannot lead elsewhere between the check and the visit.
 *
 * Besides, they lead to what the operator of this server named (reach.ts).
 *
 * @param allowed a loopback address that is an exception
 */
export function guardedAgents(allowed: Allowed | null): { http: http.Agent; https: https.Agent } {
  const guard = <A extends http.Agent>(agent: A): A => {
    const connect = agent.createConnection.bind(agent);
    agent.createConnection = (options, callback) => {
      const { host, port } = options as { host?: string; port?: number | string };
      mustBeAllowed(host ?? '', Number(port), allowed);
      return connect({ ...options, lookup: guardedLookup(allowed, Number(port)) }, callback);
    };
    return agent;
  };
  return { http: guard(new http.Agent({ keepAlive: false })), https: guard(new https.Agent({ keepAlive: false })) };
}

/**
 * Refuses what can be refused before a name is resolved: other ports, and addresses written as numbers, for which no
 * lookup is ever made. URLs write every spelling of them (decimal, octal, hexadecimal, short) as one.
 *
 * @throws Forbidden
 */
export function mustBeAllowed(host: string, port: number, allowed: Allowed | null): void {
  const bare = host.replace(/^\[|\]$/g, '');
  const usual = PORTS.has(port);
  if (isAllowed(bare, port, allowed) || reachesName(bare, port, usual) || reachesAddress(bare, port, usual)) return;
  if (!usual && (isIP(bare) !== 0 || !reachesPort(port))) throw new Forbidden('port');
  if (isIP(bare) !== 0 && !isPublic(bare)) throw new Forbidden('private');
}

function guardedLookup(allowed: Allowed | null, port: number): LookupFunction {
  const usual = PORTS.has(port);
  return (hostname, options, callback) => {
    const within = (address: string) =>
      (usual && isPublic(address)) ||
      isAllowed(address, port, allowed) ||
      reachesName(hostname, port, usual) ||
      reachesAddress(address, port, usual);
    resolveName(hostname, { all: true, verbatim: true }, (error, addresses) => {
      if (error) return callback(new Forbidden('no-such-name'), [], 4);
      if (!addresses.every(({ address }) => within(address))) return callback(new Forbidden('private'), [], 4);
      answer(addresses, options.all === true, callback);
    });
  };
}

function answer(addresses: LookupAddress[], all: boolean, callback: Parameters<LookupFunction>[2]): void {
  if (all) return callback(null, addresses);
  const [first] = addresses;
  if (first) callback(null, first.address, first.family);
  else callback(new Forbidden('no-such-name'), [], 4);
}

function isAllowed(address: string, port: number, allowed: Allowed | null): boolean {
  return allowed !== null && address === allowed.host && port === allowed.port;
}
