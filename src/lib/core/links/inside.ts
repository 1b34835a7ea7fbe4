import { webAddress } from './address';

/** A document with more addresses than this is a list of sources, of which the first ones are looked at. */
export const MOST_INSIDE = 20;

/**
 * The web addresses that a document leads to, each once, in their order.
 *
 * @param targets what its links lead to, as the file says
 * @param text    its words, in which addresses may stand written out
 */
export function linksInside(targets: readonly string[], text: string): string[] {
  const written = [...text.matchAll(WRITTEN)].map(([address]) => trimmed(address));
  const addresses = [...targets.filter((target) => /^https?:\/\//i.test(target)), ...written].map(withoutPlace);
  return [...new Set(addresses.filter((address) => address !== null))].slice(0, MOST_INSIDE);
}

const WRITTEN = /https?:\/\/[^\s<>"'`\\^{|}\]]+/gi;

/** What closes a sentence or a bracket behind an address does not belong to it. */
function trimmed(address: string): string {
  const text = address.replace(/[.,;:!?*_]+$/, '');
  return text.endsWith(')') && !text.includes('(') ? trimmed(text.slice(0, -1)) : text;
}

/** The place within a page makes no other page of it. */
function withoutPlace(address: string): string | null {
  const url = webAddress(address);
  return url === null ? null : url.replace(/#.*$/, '');
}
