import { getContext, setContext } from 'svelte';
import type { PieceView } from '$core/pieces/piece';
import type { PartsGoal } from '$ui/pages/FillParts.svelte';

const FILLING = Symbol('filling parts');

/** Said by a page on which a teacher marks: where the parts of a submitted page are filled in that are theirs. */
export const setFilling = (goalOf: (piece: PieceView) => PartsGoal): void => void setContext(FILLING, goalOf);

/** Null wherever nobody marks. */
export const getFilling = (): ((piece: PieceView) => PartsGoal) | null =>
  getContext<((piece: PieceView) => PartsGoal) | undefined>(FILLING) ?? null;
