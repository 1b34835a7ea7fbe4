import type { PieceView } from './piece';
import { bytesOf } from './registry';

/** Whether a piece is a copy of what a teacher prepared: it knows what it asks. */
export const isStarterCopy = (piece: PieceView): boolean => bytesOf(piece)?.facts?.prompts !== undefined;
