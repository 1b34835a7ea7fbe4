import { createContext } from 'svelte';
import type { PieceView } from '$core/pieces/piece';
import type { PageGoal } from '$ui/pages/goal';

/** What it takes to go on writing on a page of the packet. */
export const [getWriting, setWriting] = createContext<(piece: PieceView) => PageGoal>();
