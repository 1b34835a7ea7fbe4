import { z } from 'zod';
import { KINDS } from '$core/tidings/kinds';
import { config } from '../config';
import { seal, unseal } from '../secrets';

/** What the receiver of a mail can end: kinds of tidings by mail, or the summaries that somebody without an account gets. */
export const Stop = z.union([
  z.object({
    person: z.uuid(),
    // Mails stand for years: a kind of which nothing is told any more has ended by itself.
    kinds: z
      .array(z.string())
      .min(1)
      .transform((named) => KINDS.filter((kind) => named.includes(kind)))
  }),
  z.object({ family: z.string().min(1) })
]);
export type Stop = z.infer<typeof Stop>;

const CONTEXT = 'mail-stop';

/** The address at which that is ended without signing in: what is ended lies sealed in it, so that nobody makes one up. */
export async function stopAddress(stop: Stop): Promise<string> {
  const sealed = await seal(JSON.stringify(stop), CONTEXT);
  return `${config.origin}/mail/stop/${sealed.toString('base64url')}`;
}

/** What an address ends; null where it is none of ours. */
export async function readStop(token: string): Promise<Stop | null> {
  try {
    return Stop.parse(JSON.parse(await unseal(Buffer.from(token, 'base64url'), CONTEXT)));
  } catch {
    return null;
  }
}
