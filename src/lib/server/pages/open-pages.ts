import type { Doc } from 'yjs';
import type { Draft } from './draft';

/** Pages that this process keeps open, so that not every pause in typing reads one anew. */
const MOST = 60;
const open = new Map<string, { began: string; seq: number; doc: Doc }>();

/**
 * Takes out a page that is kept open, where it stands exactly as the database has it: what another process has written
 * meanwhile counts. Whoever takes it gives it back once what they did to it is committed, and only then.
 */
export function lend({ pieceId, began, seq }: Pick<Draft, 'pieceId' | 'began' | 'seq'>): Doc | null {
  const page = open.get(pieceId);
  open.delete(pieceId);
  return page?.began === began && page.seq === seq ? page.doc : null;
}

export function giveBack({ pieceId, began, seq }: Pick<Draft, 'pieceId' | 'began' | 'seq'>, doc: Doc): void {
  open.set(pieceId, { began, seq, doc });
  const [oldest] = open.keys();
  if (open.size > MOST && oldest !== undefined) open.delete(oldest);
}
