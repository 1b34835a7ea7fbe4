import { getContext, setContext, tick } from 'svelte';
import { afterNavigate, beforeNavigate } from '$app/navigation';
import { listName } from '$ui/shell/way-back';

const KEY = Symbol('way back');
const DESK = { href: '/desk', name: 'Desk' };

/**
 * Remembers the list from which someone opened a page, and where on it they were, so that the way back leads there. To
 * be called once, by the root layout.
 */
export function rememberLists(): void {
  let list = $state(DESK);
  // eslint-disable-next-line svelte/prefer-svelte-reactivity -- nothing on screen shows these
  const places = new Map<string, number>();
  beforeNavigate(({ from }) => {
    if (from && listName(from.url.pathname)) places.set(address(from.url), window.scrollY);
  });
  afterNavigate(({ from, to, type }) => {
    const name = from && listName(from.url.pathname);
    if (from && name && to && !listName(to.url.pathname)) list = { href: address(from.url), name };
    const place =
      to && type === 'link' && from && !listName(from.url.pathname) ? places.get(address(to.url)) : undefined;
    if (place !== undefined) void tick().then(() => window.scrollTo(0, place));
  });
  setContext(KEY, () => list);
}

/** The list to go back to; the Desk for someone who came in by a link. */
export function getWayBack(): () => { href: string; name: string } {
  return getContext<() => { href: string; name: string }>(KEY);
}

function address(url: URL): string {
  return url.pathname + url.search;
}
