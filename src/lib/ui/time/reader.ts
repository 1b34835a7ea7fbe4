import { createContext } from 'svelte';

/** The reader's own IANA zone, for moments that are said deep inside a page. The root layout gives it. */
export const [getZone, setZone] = createContext<() => string>();
