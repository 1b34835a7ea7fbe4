import { askGuarded } from './fetch-guarded';
import type { Allowed } from './guard';

/** Milliseconds until nothing is waited for any more. */
const LONGEST = 6000;

/**
 * Posts bytes to an address of somebody's choosing, through the guard. Nothing that comes back is read but its status.
 *
 * @throws Unreached, with `private` where the address is one that nobody outside may make this server visit
 */
export async function postGuarded(
  url: string,
  headers: Record<string, string>,
  body: Buffer,
  allowed: Allowed | null
): Promise<number> {
  const response = await askGuarded(
    url,
    allowed,
    { method: 'POST', headers, signal: AbortSignal.timeout(LONGEST) },
    body
  );
  response.resume();
  return response.statusCode ?? 0;
}
