import { reach } from '$ui/forms/reach';
import { Refused } from './refused';
import type { MadeFacts } from '$core/materials/made';
import type { Sent } from '$core/pieces/kinds';

/** What a file is bound for: a place in a packet, the next version of a file on the Shelf, a folder there. */
export interface Bound {
  assignment?: string;
  /** Null for the "also" place. */
  deliverable?: string | null;
  replaces?: string;
  folder?: string;
  came?: Sent;
  /** What was noted as it was made. */
  made?: MadeFacts;
  /** A word beside it. */
  note?: string;
  /** Pieces that leave the packet as it comes. */
  instead?: string[];
}

/** What became of a file, as the server says it. */
export type Answer = { ok: true } | { ok: false; words: string; again?: boolean };

export interface Sending {
  /** Resolves with the upload's id once all bytes have arrived. Rejects with Refused, or with what broke the line. */
  done: Promise<string>;
  /** Stops; what has arrived stays there. */
  stop(): Promise<void>;
}

/** Asks whether this person has the same bytes here already; then nothing needs to be sent. Null where they have not. */
export async function askKnown(file: File, bound: Bound, sha256: string, key: string): Promise<Answer | null> {
  const answer = await ask<{ known: boolean } & Answer>('/uploads/known', { ...metadataOf(file, bound), sha256, key });
  return answer.known ? answer : null;
}

/** Tells the server that all has been sent, what it was, and what was noted of it. */
export function finish(id: string, sha256: string | null, made?: MadeFacts): Promise<Answer> {
  return ask<Answer>(`/uploads/${id}/finish`, { sha256, made });
}

async function ask<T>(address: string, body: unknown): Promise<T> {
  const answer = await reach(address, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body)
  });
  // What the server cannot read now, it will not be able to read later.
  if (answer.status === 400) throw new Refused('broken-upload');
  if (!answer.ok || !answer.headers.get('content-type')?.startsWith('application/json'))
    throw new Error(`The server answered ${answer.status}.`);
  return (await answer.json()) as T;
}

/** What the server is told of a file before its bytes. */
export function metadataOf(file: File, bound: Bound): Record<string, string> {
  const { assignment, deliverable, replaces, folder, came, instead, note } = bound;
  const known = {
    ...{ assignment, deliverable: deliverable ?? undefined, replaces, folder, came },
    instead: instead?.join(),
    note: note || undefined
  };
  const said = Object.entries(known).filter((one): one is [string, string] => one[1] !== undefined);
  return { filename: file.name, ...Object.fromEntries(said) };
}
