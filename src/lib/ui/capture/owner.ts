import { createContext } from 'svelte';

/** Whose device this is now: what was captured is kept for each person apart. The root layout gives it. */
export const [getOwner, setOwner] = createContext<() => string>();
