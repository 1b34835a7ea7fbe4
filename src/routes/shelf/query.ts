import { z } from 'zod';
import type { ShelfQuery } from '$server/shelf/read-shelf';

const Query = z.object({
  folder: z.uuid().nullable().catch(null),
  q: z.string().trim().max(100).nullable().catch(null),
  after: z
    .string()
    .regex(/^\d{1,15}(\.\d+)?_[0-9a-f-]{36}$/)
    .nullable()
    .catch(null)
});

/** What of the Shelf an address asks for. What makes no sense in it is left out. */
export function shelfQuery(url: URL): ShelfQuery {
  const of = (name: string) => url.searchParams.get(name);
  const { folder, q, after } = Query.parse({ folder: of('folder'), q: of('q'), after: of('after') });
  return {
    ...(folder !== null && { folderId: folder }),
    ...(q !== null && { search: q }),
    ...(after !== null && { after: place(after) }),
    binned: url.searchParams.has('bin')
  };
}

/** The last file of the page before: its moment (milliseconds) and its id. */
function place(text: string): { at: number; id: string } {
  const [at = '', id = ''] = text.split('_');
  return { at: Number(at), id };
}
