import type { Doc } from 'yjs';
import type { Custody } from '$core/packets/custody';
import type { Update } from '$core/pages/merge';
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
}
/** One writing with its count. */
type Late = [seq: number, update: Update];

/** Pages that this process keeps open, so that not every pause in typing reads one anew. */
const MOST = 400;
/** Writings of a page that are remembered, for those who have not got them yet. */
const REMEMBERED = 300;
const open = new Map<string, OpenPage>();
/** Who was let write on each, and what was written lately: these stay while a page is lent. */
const beside = new Map<string, { grants: Map<string, Grant>; late: Late[] }>();
const awaited = new Map<string, Set<() => void>>();

/** Takes out a page that is kept open. Whoever takes it gives it back once what they did to it is committed, and only then. */
export function lend(pieceId: string): OpenPage | null {
  const page = open.get(pieceId);
  open.delete(pieceId);
  return page ?? null;
}

/** The same where it stands exactly as the database has it: what another process has written meanwhile counts. */
export function lendAt({ pieceId, began, seq }: Draft): Doc | null {
  const page = lend(pieceId);
  return page?.draft.began === began && page.draft.seq === seq ? page.doc : null;
}

/** @param written what was written on it, by its count; @param grant who was let write it, and what the packet was like then */
export function giveBack(page: OpenPage, written: readonly Late[], grant: Grant | null): void {
  const { pieceId } = page.draft;
  open.set(pieceId, page);
  const kept = (beside.get(pieceId) ?? { grants: new Map<string, Grant>(), late: [] }) satisfies { late: Late[] };
  if (grant) kept.grants.set(grant.personId, grant);
  kept.late = [...kept.late, ...written].slice(-REMEMBERED);
  beside.delete(pieceId);
  beside.set(pieceId, kept);
  for (const kind of [open, beside]) {
    const [oldest] = kind.keys();
    if (kind.size > MOST && oldest !== undefined) kind.delete(oldest);
  }
  awaited.get(pieceId)?.forEach((call) => call());
  awaited.delete(pieceId);
}

/** A page that somebody has just now: waits until it is back. @param most milliseconds */
export function whenBack(pieceId: string, most: number): Promise<void> {
  return new Promise((resolve) => {
    const waiting = awaited.get(pieceId) ?? new Set<() => void>();
    awaited.set(pieceId, waiting.add(resolve));
    setTimeout(() => {
      waiting.delete(resolve);
      if (waiting.size === 0 && awaited.get(pieceId) === waiting) awaited.delete(pieceId);
      resolve();
    }, most).unref();
  });
}

export const isOpen = (pieceId: string): boolean => open.has(pieceId);
export const grantOf = (pieceId: string, personId: string): Grant | undefined =>
  beside.get(pieceId)?.grants.get(personId);

/** What was written after one count up to another; null where not all of it is remembered. */
export function writtenBetween(pieceId: string, after: number, to: number): Update[] | null {
  const late = (beside.get(pieceId)?.late ?? []).filter(([seq]) => seq > after && seq <= to);
  return late.length === to - after ? late.map(([, update]) => update) : null;
}
