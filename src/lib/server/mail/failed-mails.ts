import { z } from 'zod';
import { clock } from '../clock';
import { execute, ms, select } from '../db/connection';

/** A mail that no server took. */
export interface FailedMail {
  id: string;
  to: string;
  subject: string;
  problem: string;
  at: number;
}

/** Mails that failed for good, the latest first. For the office. */
export function readFailedMails(): Promise<FailedMail[]> {
  return select(
    z.object({ id: z.string(), to: z.string(), subject: z.string(), problem: z.string(), at: z.number() }),
    `select id, to_address as "to", subject, coalesce(problem, '') as problem, ${ms('failed_at')} as at from mails
     where failed_at is not null order by failed_at desc limit 100`
  );
}

/** Tries a mail that failed for good once more, from the beginning. */
export async function tryAgain(id: string): Promise<void> {
  const now = new Date(clock.now());
  await execute(
    'update mails set failed_at = null, tries = 0, at = $2, next_at = $2 where id = $1 and failed_at is not null',
    [id, now]
  );
}
