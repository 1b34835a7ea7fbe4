import { createContext } from 'svelte';

/** Writes where a piece was dragged to: its place (null for "also") and its spot among those there. */
export type Placing = (pieceId: string, placeId: string | null, index: number) => Promise<void>;

export const [getPlacing, setPlacing] = createContext<Placing>();
