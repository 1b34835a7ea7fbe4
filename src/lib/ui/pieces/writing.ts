import { createContext } from 'svelte';
import type { PieceView } from '$core/pieces/piece';
import type { PageGoal } from '$ui/pages/goal';

/** How pages of the packet are written on, as the page that shows the packet knows it. */
export interface Writing {
  /** What it takes to go on writing on a page. */
  goalOf(piece: Pick<PieceView, 'id' | 'name' | 'deliverableId'>): PageGoal;
  /** The copy of a starter that lies in the place of another piece; null where there is none. */
  copyBeside(piece: PieceView): PageGoal | null;
  /** Opens a page above everything, however the packet changes behind it. */
  open(goal: PageGoal): void;
}

export const [getWriting, setWriting] = createContext<Writing>();
