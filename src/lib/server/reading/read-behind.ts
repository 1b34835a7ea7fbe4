import { isOld } from '$core/pieces/old-links';
import type { PieceView } from '$core/pieces/piece';
import { bytesOf, leadsTo } from '$core/pieces/registry';
import { z } from 'zod';
import { clock } from '../clock';
import { select } from '../db/connection';
import { log } from '../log';
import { isReadable, readDocument } from './read-document';
import { compareWithHandouts } from './made-from';
import { lookAtLink } from '../links/look';

/** More than this waits for the next time that somebody looks. */
const MOST_WAITING = 500;

/**
 * Reads documents that were not read yet, and looks again at addresses whose latest look is old, behind the page that
 * shows these pieces.
 *
 * One thing at a time in this process. What is lost when it ends is asked for anew by the next page that shows it.
 *
 * @param from in which table the pieces lie
 * @returns whether anything is still to come, so that the page should be read again in a while
 */
export function readBehind(pieces: readonly PieceView[], from: 'pieces' | 'round_pieces'): boolean {
  const now = clock.now();
  const work = pieces.flatMap((piece) => duties(piece, from, now)).filter(({ key }) => !failed.has(key));
  const begin = work.filter(({ key }) => !waiting.has(key)).slice(0, MOST_WAITING - waiting.size);
  for (const { key } of begin) waiting.add(key);
  queue = begin.reduce((before, duty) => before.then(() => fulfil(duty)), queue);
  return work.length > 0;
}

/** Ends when everything that was asked for until now is done. */
export const readBehindDone = (): Promise<void> => queue;

let queue: Promise<void> = Promise.resolve();
/** What is asked for and not done, so that every page that is read does not ask for it once more. */
const waiting = new Set<string>();
/** What this process could not do; it is left to the next one. */
const failed = new Set<string>();

interface Duty {
  key: string;
  work: () => Promise<unknown>;
}

function duties(piece: PieceView, from: 'pieces' | 'round_pieces', now: number): Duty[] {
  const bytes = bytesOf(piece);
  const addresses = leadsTo(piece);
  if (bytes && addresses === null)
    return isReadable(bytes) ? [{ key: piece.id, work: () => read(piece.id, from) }] : [];
  if (bytes?.uncompared) return [{ key: `compare ${piece.id}`, work: () => compareWithHandouts(piece.id) }];
  return (addresses ?? []).filter(({ verdict, at }) => isOld(verdict, at, now)).map(({ url }) => look(url));
}

const look = (url: string): Duty => ({ key: url, work: () => lookAtLink(url) });

/** Where the document leads anywhere, the page that then shows it asks for a look at each address. */
async function read(pieceId: string, from: 'pieces' | 'round_pieces'): Promise<void> {
  const [file] = await select(
    z.object({ name: z.string(), mediaType: z.string(), sha256: z.string() }),
    `select p.name, b.media_type as "mediaType", b.sha256 from ${from} p join blobs b on b.sha256 = p.sha256
     where p.id = $1`,
    [pieceId]
  );
  if (file) await readDocument(file);
}

async function fulfil({ key, work }: Duty): Promise<void> {
  try {
    await work();
  } catch (error) {
    failed.add(key);
    log.warn({ err: error, key }, 'a link or a document could not be looked at');
  } finally {
    waiting.delete(key);
  }
}
