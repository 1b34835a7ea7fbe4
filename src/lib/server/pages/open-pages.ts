import type { Doc } from 'yjs';
import type { Custody } from '$core/packets/custody';
import type { Moment } from '$core/time/moment';
import type { Draft } from './draft';

/** Who was let write on a page, and what the packet was like then. */
export interface Grant {
  personId: string;
  packetId: string;
  /** The packet's count of events: with another one custody has to be asked anew. */
  packetSeq: number;
  custody: Custody;
  members: readonly string[];
  at: Moment;
}
export interface OpenPage {
  draft: Draft;
  doc: Doc;
  grant: Grant | null;
}

/** Pages that this process keeps open, so that not every pause in typing reads one anew. */
const MOST = 400;
const open = new Map<string, OpenPage>();

/** Takes out a page that is kept open. Whoever takes it gives it back once what they did to it is committed, and only then. */
export function lend(pieceId: string): OpenPage | null {
  const page = open.get(pieceId);
  open.delete(pieceId);
  return page ?? null;
}

/** The same where it stands exactly as the database has it: what another process has written meanwhile counts. */
export function lendAt({ pieceId, began, seq }: Pick<Draft, 'pieceId' | 'began' | 'seq'>): Doc | null {
  const page = lend(pieceId);
  return page?.draft.began === began && page.draft.seq === seq ? page.doc : null;
}

export function giveBack(page: OpenPage): void {
  open.set(page.draft.pieceId, page);
  const [oldest] = open.keys();
  if (open.size > MOST && oldest !== undefined) open.delete(oldest);
}
