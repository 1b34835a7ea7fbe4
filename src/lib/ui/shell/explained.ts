import { createContext } from 'svelte';

/** What the request says of the parts that were explained already: the text of the cookie. */
export const [getExplained, setExplained] = createContext<() => string>();

/** Where a browser keeps which parts of pages it was shown an explanation of: "brief:2.packet:1". */
export const EXPLAINED_COOKIE = 'vendro-explained';
/** So often is one shown. */
const MOST_TIMES = 2;
const ENTRY = /^([a-z-]{1,30}):(\d{1,2})$/;

/** Whether a part is still to be explained to whoever was shown so much. */
export const isNew = (explained: string, part: string): boolean => (timesOf(explained).get(part) ?? 0) < MOST_TIMES;

/** What was explained, with one part once more. */
export function explainedAlso(explained: string, part: string): string {
  const times = timesOf(explained);
  times.set(part, (times.get(part) ?? 0) + 1);
  return [...times].map(([name, count]) => `${name}:${Math.min(count, MOST_TIMES)}`).join('.');
}

/** What is kept in the browser, out of all its cookies. */
export const explainedIn = (cookies: string): string =>
  new RegExp(`(?:^|; )${EXPLAINED_COOKIE}=([^;]*)`).exec(cookies)?.[1] ?? '';

/** By part; what nobody here wrote is passed over. */
function timesOf(explained: string): Map<string, number> {
  const entries = explained.split('.').map((entry) => ENTRY.exec(entry));
  return new Map(entries.flatMap((found) => (found ? [[found[1] ?? '', Number(found[2])] as const] : [])));
}
