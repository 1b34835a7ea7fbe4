import { createContext } from 'svelte';

/** The reader's own IANA zone, for moments that are said deep inside a page. The root layout gives it. */
export const [getZone, setZone] = createContext<() => string>();

/** The moment at which the page was read, by the server's clock; the root layout gives it too. */
export const [getNow, setNow] = createContext<() => number>();
