import { z } from 'zod';
import { webAddress } from '$core/links/address';
import { inStoreOrder, type StoreEntry, type StoreTrouble } from '$core/shelf/outside';
import type { Actor } from '$core/people/policy';
import { clock } from '../../clock';
import { execute, select } from '../../db/connection';
import { Unreached } from '../../links/fetch-guarded';
import type { Outcome } from '../../outcome';
import { seal, unseal } from '../../secrets';
import { NotNow } from '../../parsing/limits';
import { staysWithin, StoreRefused, type DavAccount } from './dav';
import { ListingTooLong, listFolder, NoListing } from './listing';

/** Milliseconds for a folder, however many names are in it. */
const PATIENCE = 15_000;

/** The store that a person has connected, without its password. */
export async function readStore(person: Actor): Promise<{ url: string; username: string } | null> {
  const found = await find(person);
  return found && { url: found.url, username: found.username };
}

/** Connects an outside store (WebDAV, RFC 4918) once it has shown its first folder. The password is kept sealed. */
export async function connectStore(
  person: Actor,
  input: { url: string; username: string; password: string }
): Promise<Outcome<object, StoreTrouble>> {
  const url = webAddress(input.url);
  if (url === null) return { ok: false, why: 'no-store-address' };
  const seen = await listing({ ...input, url }, '/');
  if (!seen.ok) return { ok: false, why: seen.why === 'gone' ? 'no-store-there' : seen.why };
  await execute(
    `insert into outside_stores (person_id, url, username, secret, connected_at) values ($1, $2, $3, $4, $5)
     on conflict (person_id) do update set url = excluded.url, username = excluded.username,
       secret = excluded.secret, connected_at = excluded.connected_at`,
    [person.id, url, input.username, await seal(input.password, person.id), new Date(clock.now())]
  );
  return { ok: true };
}

/** Forgets the store and its password. What was copied from it stays on the Shelf. */
export async function forgetStore(person: Actor): Promise<{ ok: true }> {
  await execute('delete from outside_stores where person_id = $1', [person.id]);
  return { ok: true };
}

/** What lies in a folder of the store now: asked anew every time. */
export async function browseStore(
  person: Actor,
  path: string
): Promise<Outcome<{ entries: StoreEntry[] }, StoreTrouble>> {
  const account = await openStore(person);
  if (!account) return { ok: false, why: 'not-connected' };
  return staysWithin(path) ? listing(account, path) : { ok: false, why: 'gone' };
}

/** The person's store with what opens it, or null where they have connected none. */
export async function openStore(person: Actor): Promise<DavAccount | null> {
  const found = await find(person);
  return found && { ...found, password: await unseal(found.secret, person.id) };
}

async function listing(account: DavAccount, path: string): Promise<Outcome<{ entries: StoreEntry[] }, StoreTrouble>> {
  try {
    return { ok: true, entries: inStoreOrder(await listFolder(account, path, AbortSignal.timeout(PATIENCE))) };
  } catch (error) {
    return { ok: false, why: storeTrouble(error) };
  }
}

/** What went wrong, and on whose side, from what was thrown. */
export function storeTrouble(error: unknown): StoreTrouble {
  if (error instanceof NoListing) return 'no-store-there';
  if (error instanceof ListingTooLong) return 'store-full-of-names';
  if (error instanceof NotNow) return 'store-not-now';
  if (error instanceof StoreRefused)
    return REFUSED[error.status] ?? (error.status >= 500 ? 'store-error' : 'no-store-there');
  if (error instanceof Unreached) return UNREACHED[error.why];
  const name = error instanceof Error ? error.name : '';
  return name === 'AbortError' || name === 'TimeoutError' ? 'slow' : 'unreachable';
}

const REFUSED: Record<number, StoreTrouble> = {
  401: 'store-password',
  403: 'store-forbids',
  404: 'gone',
  410: 'gone',
  429: 'store-error'
};
const UNREACHED: Record<Unreached['why'], StoreTrouble> = {
  'no-such-name': 'store-name',
  private: 'private',
  refused: 'unreachable',
  timeout: 'slow',
  'too-many-redirects': 'no-store-there',
  certificate: 'store-certificate',
  broken: 'unreachable'
};

const StoreRow = z.object({ url: z.string(), username: z.string(), secret: z.instanceof(Buffer) });

async function find(person: Actor): Promise<z.infer<typeof StoreRow> | null> {
  const sql = 'select url, username, secret from outside_stores where person_id = $1';
  const [row] = await select(StoreRow, sql, [person.id]);
  return row ?? null;
}
