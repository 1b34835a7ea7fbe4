import { TIDINGS } from '$core/tidings/kinds';
import { readStop } from '../mail/stop';
import { NotHere } from '../outcome';
import { unwish } from '../tidings/wishes';
import { endByLink } from './guardians';

/** What the link in a mail ends, in the words of the choice itself. @throws NotHere where the link is none of ours */
export async function openStop(token: string): Promise<{ names: string[] }> {
  const stop = await readStop(token);
  if (stop === null) throw new NotHere('This link');
  return { names: 'family' in stop ? ['The weekly summary'] : stop.kinds.map((kind) => TIDINGS[kind].name) };
}

/**
 * Ends mails of a kind by the link in one of them (RFC 8058): whoever has it need not sign in, and doing so twice changes
 * nothing. What is told stands under Tidings as before.
 */
export async function stopMails(token: string): Promise<{ ok: true }> {
  const stop = await readStop(token);
  if (stop === null) throw new NotHere('This link');
  if ('family' in stop) await endByLink(stop.family);
  else await unwish(stop.person, stop.kinds);
  return { ok: true };
}
