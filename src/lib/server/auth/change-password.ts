import { clock } from '../clock';
import { inTransaction } from '../db/connection';
import { Person, SignInAttempt } from '../db/models/people';
import type { Outcome } from '../outcome';
import { hashPassword, passwordFits } from './passwords';
import { openSession } from './sessions';
import { setPassword } from './password-links';
import { mayTry } from './sign-in';

/**
 * Changes one's own password. Every session ends, and a new one is opened here.
 *
 * Wrong tries at the old one count as wrong tries at signing in: an open browser is no way to guess on.
 */
export async function changePassword(
  person: { id: string; handle: string },
  given: { old: string; fresh: string; agent: string }
): Promise<Outcome<{ token: string; expires: number }, 'wrong-password' | 'too-many-passwords'>> {
  const attempt = await SignInAttempt.create({ account: person.handle, address: 'own', at: new Date(clock.now()) });
  if (!(await mayTry(person.handle))) return { ok: false, why: 'too-many-passwords' };
  const row = await Person.findByPk(person.id);
  if (!(await passwordFits(row?.passwordHash ?? null, given.old))) return { ok: false, why: 'wrong-password' };
  await attempt.update({ succeeded: true });
  const passwordHash = await hashPassword(given.fresh);
  return inTransaction(async (tx) => {
    await setPassword(person.id, passwordHash, 'changed the password', tx);
    return { ok: true, ...(await openSession(person.id, given.agent, tx)) };
  });
}
