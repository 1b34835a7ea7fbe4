import { AuthType, createClient, type WebDAVClient } from 'webdav';
import { z } from 'zod';
import { webAddress } from '$core/links/address';
import { inStoreOrder, type StoreEntry, type StoreTrouble } from '$core/shelf/outside';
import type { Actor } from '$core/people/policy';
import { clock } from '../../clock';
import { execute, select } from '../../db/connection';
import { Forbidden, guardedAgents } from '../../links/guard';
import { simulatedSite } from '../../links/simulated-site';
import type { Outcome } from '../../outcome';
import { seal, unseal } from '../../secrets';
import { listFolder, NoListing } from './listing';

const PATIENCE = 8000;

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
  const seen = await listing(await clientFor({ ...input, url }), '/');
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
  const client = await openStore(person);
  return client ? listing(client, path) : { ok: false, why: 'not-connected' };
}

/** A client that speaks to the person's store, or null where they have connected none. */
export async function openStore(person: Actor): Promise<WebDAVClient | null> {
  const found = await find(person);
  return found && clientFor({ ...found, password: await unseal(found.secret, person.id) });
}

async function clientFor(account: { url: string; username: string; password: string }): Promise<WebDAVClient> {
  const { url, username, password } = account;
  const agents = guardedAgents(await simulatedSite());
  return createClient(url, {
    authType: AuthType.Password,
    username,
    password,
    httpAgent: agents.http,
    httpsAgent: agents.https
  });
}

async function listing(client: WebDAVClient, path: string): Promise<Outcome<{ entries: StoreEntry[] }, StoreTrouble>> {
  try {
    return { ok: true, entries: inStoreOrder(await listFolder(client, path, AbortSignal.timeout(PATIENCE))) };
  } catch (error) {
    return { ok: false, why: storeTrouble(error) };
  }
}

/** What went wrong, from what the client threw. */
export function storeTrouble(error: unknown): StoreTrouble {
  if (error instanceof NoListing) return 'no-store-there';
  if (!(error instanceof Error)) return 'unreachable';
  const { status, name } = error as { status?: number; name: string };
  if (status === 401 || status === 403) return 'store-password';
  if (status === 404 || status === 410) return 'gone';
  if (status !== undefined) return status >= 500 ? 'unreachable' : 'no-store-there';
  if (name === 'AbortError' || name === 'TimeoutError') return 'slow';
  return isPrivate(error) ? 'private' : 'unreachable';
}

/** The refusal of the guard may lie under what the client made of it. */
function isPrivate(error: unknown): boolean {
  if (error instanceof Forbidden) return error.why !== 'no-such-name';
  return error instanceof Error && (isPrivate(error.cause) || /not visited: (private|port)/.test(error.message));
}

const StoreRow = z.object({ url: z.string(), username: z.string(), secret: z.instanceof(Buffer) });

async function find(person: Actor): Promise<z.infer<typeof StoreRow> | null> {
  const sql = 'select url, username, secret from outside_stores where person_id = $1';
  const [row] = await select(StoreRow, sql, [person.id]);
  return row ?? null;
}
