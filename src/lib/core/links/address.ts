const LONGEST = 2000;

/**
 * A web address as a person types or pastes it, made whole: "shore.example/day-3" becomes "https://shore.example/day-3".
 *
 * @returns the address as browsers write it (WHATWG URL), or null where it is none that a page can have. Names and
 *          passwords inside an address are refused: they would be shown to everyone who reads it.
 */
export function webAddress(typed: string): string | null {
  const text = typed.trim();
  if (text === '' || text.length > LONGEST || /\s/.test(text)) return null;
  const whole = /^[a-z][a-z0-9+.-]*:/i.test(text) && !/^[^/]+:\d/.test(text) ? text : `https://${text}`;
  if (!URL.canParse(whole)) return null;
  const url = new URL(whole);
  if (!['http:', 'https:'].includes(url.protocol) || url.username !== '' || url.password !== '') return null;
  if (!url.hostname.includes('.') && !url.hostname.startsWith('[') && url.hostname !== 'localhost') return null;
  return url.href.length > LONGEST ? null : url.href;
}

/** Whether an address lies on a site: the same host, and at or below the site's path. The scheme does not matter. */
export function liesOn(address: string, site: string): boolean {
  if (!URL.canParse(address) || !URL.canParse(site)) return false;
  const [page, home] = [new URL(address), new URL(site)];
  const under = home.pathname.replace(/\/+$/, '');
  return bare(page) === bare(home) && (page.pathname === under || page.pathname.startsWith(`${under}/`));
}

/** An address as it is said in passing: without its scheme, cut where it is long. */
export function addressText(address: string): string {
  const text = address.replace(/^https?:\/\//, '').replace(/\/$/, '');
  return text.length > 70 ? `${text.slice(0, 69)}…` : text;
}

const bare = ({ host }: URL) => host.replace(/^www\./, '');
