import { z } from 'zod';
import { clock } from '../clock';
import { execute, select, type Tx } from '../db/connection';

/** A person's request, told from their others by its key; null where it has none. */
export interface Asked {
  personId: string;
  key: string | null;
}

/**
 * What was answered to the first request with this key: a repeated one gets the same and does nothing.
 *
 * To be asked under the lock that serialises the work (the packet's), so that two requests with one key cannot both
 * find nothing.
 */
export async function earlierAnswer<T>({ personId, key }: Asked, tx: Tx): Promise<T | null> {
  if (key === null) return null;
  const [known] = await select(Known, KNOWN, [personId, key], tx);
  return (known?.answer as T | undefined) ?? null;
}

/** Keeps the answer for requests that come again. Refusals are not kept: they may be allowed a moment later. */
export async function keepAnswer({ personId, key }: Asked, answer: { ok: boolean }, tx: Tx): Promise<void> {
  if (key === null || !answer.ok) return;
  await execute(KEEP, [personId, key, JSON.stringify(answer), new Date(clock.now())], tx);
}

const Known = z.object({ answer: z.unknown() });
const KNOWN = 'select answer from answered_requests where person_id = $1 and key = $2';
const KEEP = 'insert into answered_requests (person_id, key, answer, at) values ($1, $2, $3, $4)';
