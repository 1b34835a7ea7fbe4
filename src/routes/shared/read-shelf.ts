import type { ReadShelf } from '$ui/shelf/shelf-reader';

/** Reads a stretch of the Shelf over the network. */
export const readShelf: ReadShelf = async ({ search, after }) => {
  const query = new URLSearchParams({ q: search, ...(after && { after: `${after.at}_${after.id}` }) });
  const answer = await fetch(`/shelf/files?${query}`);
  if (!answer.ok) throw new Error('The Shelf was not answered.');
  return (await answer.json()) as Awaited<ReturnType<ReadShelf>>;
};
