import { isOld } from '$core/links/old';
import type { PieceView } from '$core/packets/views';
import { z } from 'zod';
import { clock } from '../clock';
import { select } from '../db/connection';
import { announce, type Change } from '../live/announce';
import { log } from '../log';
import { isReadable, readDocument } from '../reading/read-document';
import { lookAtLink } from './look';

/** More than this waits for the next time that somebody looks. */
const MOST_WAITING = 500;

/**
 * Reads documents that were not read yet, and looks again at addresses whose latest look is old, behind the page that
 * shows these pieces; whoever has to know then hears that it has changed.
 *
 * One thing at a time in this process. What is lost when it ends is asked for anew by the next page that shows it.
 *
 * @param from in which table the pieces lie
 */
export function tend(pieces: readonly PieceView[], from: 'pieces' | 'round_pieces', tell: Change): void {
  const now = clock.now();
  const work = pieces.flatMap((piece) => duties(piece, from, now)).filter(({ key }) => !tried.has(key));
  if (work.length === 0 || waiting + work.length > MOST_WAITING) return;
  waiting += work.length;
  for (const { key } of work) tried.set(key, now);
  queue = queue
    .then(() => all(work))
    .then((news) => (news ? announce(tell) : undefined))
    .catch((error: unknown) => log.warn({ err: error }, 'links could not be looked at'));
}

/** Ends when everything that was asked for until now is done. */
export const tended = (): Promise<void> => queue;

let queue: Promise<void> = Promise.resolve();
let waiting = 0;
/** What is waiting or under way, so that every page that is read does not ask for it once more. */
const tried = new Map<string, number>();

interface Duty {
  key: string;
  /** Answers whether there is anything to tell. */
  work: () => Promise<boolean>;
}

function duties(piece: PieceView, from: 'pieces' | 'round_pieces', now: number): Duty[] {
  if (piece.kind === 'link') return isOld(piece.look?.verdict ?? null, piece.seenAt, now) ? [look(piece.url)] : [];
  if (piece.links === null) return isReadable(piece) ? [{ key: piece.id, work: () => read(piece.id, from) }] : [];
  return piece.links.filter(({ verdict, at }) => isOld(verdict, at, now)).map(({ url }) => look(url));
}

const look = (url: string): Duty => ({
  key: url,
  work: async () => {
    await lookAtLink(url);
    return true;
  }
});

/** Reads a document; if it leads anywhere, the page that then shows it asks for a look at each address. */
async function read(pieceId: string, from: 'pieces' | 'round_pieces'): Promise<boolean> {
  const [file] = await select(
    z.object({ name: z.string(), mediaType: z.string(), sha256: z.string() }),
    `select p.name, b.media_type as "mediaType", b.sha256 from ${from} p join blobs b on b.sha256 = p.sha256
     where p.id = $1`,
    [pieceId]
  );
  return file !== undefined && (await readDocument(file)).links.length > 0;
}

async function all(work: Duty[]): Promise<boolean> {
  let news = false;
  for (const { key, work: duty } of work) {
    try {
      news = (await duty()) || news;
    } catch (error) {
      log.info({ err: error, key }, 'a link or a document could not be looked at');
    } finally {
      waiting--;
      tried.delete(key);
    }
  }
  return news;
}
