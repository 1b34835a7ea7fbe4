import type { Moment } from '$core/time/moment';
import { reachJson } from '$ui/forms/reach-json';
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

/** It was not taken; `why`: a code. */
interface Refused {
  ok: false;
  why: string;
  words: string;
}

export type Told = { ok: true; page: News; closed: string | null } | Refused;

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
    return this.ask(this.address, { ...writing, update });
  }

  private async ask(address: string, body?: object): Promise<Told | null> {
    const { status, told } = await reachJson<Sent | Refused>(address, body);
    if (status === 404) return { ok: false, why: 'gone', words: GONE };
    if (status === 413) return { ok: false, why: 'page-too-long', words: '' };
    if (!told?.ok) return told;
    const { page, closed = null } = told;
    return { ok: true, closed, page: { ...page, updates: page.updates.map(fromBase64) } };
  }
}

interface Sent {
  ok: true;
  page: Omit<News, 'updates'> & { updates: string[] };
  closed?: string | null;
}
const GONE = 'This page is not in the packet any more.';
