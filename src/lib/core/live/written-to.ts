import type { Touched } from './topics';

/** The topic of a page that is being written, up to a writing: whoever has that already has nothing to read. */
export const pageTopic = (id: string, seq: number): string => `page:${id}:${seq}`;

/** How far a page has been written, as far as these topics say; null where they say nothing of it. */
export function writtenTo(touched: Touched, pageId: string): number | null {
  if (touched === null) return Infinity;
  const counts = [...touched].flatMap((topic) => {
    const [what, id, seq] = topic.split(':');
    return what === 'page' && id === pageId ? [Number(seq)] : [];
  });
  return counts.length > 0 ? Math.max(...counts) : null;
}
