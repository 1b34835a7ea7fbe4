import type { Moment } from '$core/time/moment';
import { reach } from '$ui/forms/reach';
import { fromBase64, toBase64 } from './base64';

/** What the server has of a page and this window has not. */
export interface News {
  /** What the page began with. */
  began: string;
  /** Counts what was written. */
  seq: number;
  at: Moment | null;
  updates: Uint8Array[];
}

export type Told =
  | { ok: true; page: News; closed: string | null }
  /** It was not taken; `why`: a code. */
  | { ok: false; why: string; words: string }
  /** There is no such page any more. */
  | { ok: false; why: 'gone'; words: string };

/** The way to the server and back for what is written on one page. */
export class PageLine {
  /** @param address where the page is read and kept */
  constructor(private address: string) {}

  /** What was written since; all of it from null. Null where the server could not be reached, or said nothing understood. */
  read(since: number | null): Promise<Told | null> {
    return this.ask(since === null ? this.address : `${this.address}?since=${since}`);
  }

  send(writing: { began: string; since: number; update: Uint8Array | null; over: boolean }): Promise<Told | null> {
    const update = writing.update && toBase64(writing.update);
    return this.ask(this.address, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ ...writing, update })
    });
  }

  private async ask(address: string, request?: RequestInit): Promise<Told | null> {
    const answer = await reach(address, request).catch(() => null);
    if (answer?.status === 404) return { ok: false, why: 'gone', words: GONE };
    if (answer?.status === 413) return { ok: false, why: 'page-too-long', words: '' };
    if (!answer?.ok || !answer.headers.get('content-type')?.startsWith('application/json')) return null;
    const told = (await answer.json().catch(() => null)) as Sent | Told | null;
    if (!told?.ok) return told;
    const { page, closed = null } = told as Sent;
    return { ok: true, closed, page: { ...page, updates: page.updates.map(fromBase64) } };
  }
}

interface Sent {
  ok: true;
  page: Omit<News, 'updates'> & { updates: string[] };
  closed?: string | null;
}
const GONE = 'This page is not in the packet any more.';
