import { z } from 'zod';
import { jsonText } from '$core/forms/json-text';
import { execute, type Tx } from '../db/connection';

/** Where somebody stands on a page: two places in it as they merge (relative positions of Yjs). */
const Place = z.object({
  type: z.object({ client: z.number(), clock: z.number() }).nullish(),
  tname: z.string().max(20).nullish(),
  item: z.object({ client: z.number(), clock: z.number() }).nullish(),
  assoc: z.number().optional()
});
export const Standing = z.object({ anchor: Place, head: Place });
export type Standing = z.infer<typeof Standing>;

/** What happens on a page that several people have open. It goes to whoever has it open and is kept nowhere. */
const News = z.object({
  page: z.string(),
  /** Writings with their counts, in base64. */
  wrote: z.array(z.tuple([z.number(), z.string()])).optional(),
  /** More was written than fits here, up to this count. */
  upTo: z.number().optional(),
  /** Somebody stands somewhere on it, in a window of theirs. */
  here: z.object({ window: z.number(), personId: z.string(), at: Standing.nullable() }).optional(),
  /** A window was closed. */
  gone: z.number().optional(),
  /** Somebody has come: whoever is there says so. */
  hello: z.boolean().optional(),
  /** Whose parts these are was changed. */
  parts: z.boolean().optional()
});
export type LineNews = z.infer<typeof News>;
const Announced = jsonText(News);

export const LINE_CHANNEL = 'vendro_lines';
/** Bytes of one notice of PostgreSQL: it takes less than 8,000. */
const LARGEST = 7500;

const rooms = new Map<string, Set<(news: LineNews) => void>>();

/** Hears what happens on a page. @returns hears no more */
export function joinLine(pieceId: string, hear: (news: LineNews) => void): () => void {
  const room = rooms.get(pieceId) ?? new Set();
  rooms.set(pieceId, room.add(hear));
  return () => {
    room.delete(hear);
    if (room.size === 0 && rooms.get(pieceId) === room) rooms.delete(pieceId);
  };
}

/** Tells every process, when the transaction commits. */
export async function announceLine(news: LineNews, tx?: Tx): Promise<void> {
  await execute(`select pg_notify('${LINE_CHANNEL}', $1)`, [lineNews(news)], tx);
}

/** News as they travel: too long to, they say up to where something was written. */
export function lineNews(news: LineNews): string {
  const text = JSON.stringify(news);
  if (text.length <= LARGEST) return text;
  return JSON.stringify({ page: news.page, upTo: news.wrote?.at(-1)?.[0] ?? Number.MAX_SAFE_INTEGER });
}

/** Something was announced. */
export function deliverLine(payload: string): void {
  const news = Announced.safeParse(payload);
  if (news.success) rooms.get(news.data.page)?.forEach((hear) => hear(news.data));
}

/** What was announced meanwhile is unknown: everybody asks what was written. */
export function lineWasLost(): void {
  for (const [page, room] of rooms) room.forEach((hear) => hear({ page, upTo: Number.MAX_SAFE_INTEGER, hello: true }));
}
