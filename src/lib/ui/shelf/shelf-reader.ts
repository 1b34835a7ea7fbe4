import { createContext } from 'svelte';
import type { ShelfFile } from '$core/shelf/views';

/** Reads a stretch of the reader's Shelf, the newest first. The root layout gives it. */
export type ReadShelf = (query: {
  search: string;
  after?: { at: number; id: string };
}) => Promise<{ files: ShelfFile[]; more: boolean }>;

export const [getReadShelf, setReadShelf] = createContext<ReadShelf>();
