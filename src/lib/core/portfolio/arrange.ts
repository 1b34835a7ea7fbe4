import { MOST_BLOCKS, type Block } from './blocks';

/** A block that was taken off its page, and where it stood: it can be put back. */
export interface Removed {
  block: Block;
  at: number;
}

/** Puts a block at a place, 0 for the first; beyond the end it comes last. @returns null where the page holds as many as it takes */
export function withBlock(blocks: readonly Block[], block: Block, at = blocks.length): Block[] | null {
  if (blocks.length >= MOST_BLOCKS) return null;
  const place = Math.max(0, Math.min(at, blocks.length));
  return [...blocks.slice(0, place), block, ...blocks.slice(place)];
}

/** Moves a block to another place. What is not there moves nothing. */
export function moved(blocks: readonly Block[], id: string, to: number): Block[] {
  const from = blocks.findIndex((block) => block.id === id);
  const block = blocks[from];
  if (!block) return [...blocks];
  const rest = blocks.filter((one) => one.id !== id);
  const place = Math.max(0, Math.min(to, rest.length));
  return [...rest.slice(0, place), block, ...rest.slice(place)];
}

/** Takes a block off. */
export function without(blocks: readonly Block[], id: string): { blocks: Block[]; removed: Removed | null } {
  const at = blocks.findIndex((block) => block.id === id);
  const block = blocks[at];
  return { blocks: blocks.filter((one) => one.id !== id), removed: block ? { block, at } : null };
}

/** Changes one block; the others stay as they are. */
export const changed = (blocks: readonly Block[], id: string, change: (block: Block) => Block): Block[] =>
  blocks.map((block) => (block.id === id ? change(block) : block));
