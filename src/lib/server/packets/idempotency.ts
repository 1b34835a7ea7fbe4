import { z } from 'zod';
import { clock } from '../clock';
import { execute, select, type Tx } from '../db/connection';

/**
 * Does the work once per key: a repeated request gets the first one's answer.
 *
 * To be called under the lock that serialises the work (the packet's), so that two requests with one key cannot both
 * find nothing. Refusals are not kept: what was refused may be allowed a moment later.
 *
 * @param key null where the request has none; then the work is simply done
 */
export async function answerOnce<T extends { ok: boolean }>(
  personId: string,
  key: string | null,
  tx: Tx,
  work: () => Promise<T>
): Promise<T> {
  if (key === null) return work();
  const [known] = await select(
    z.object({ answer: z.custom<T>() }),
    'select answer from answered_requests where person_id = $1 and key = $2',
    [personId, key],
    tx
  );
  if (known) return known.answer;
  const answer = await work();
  if (answer.ok) {
    await execute(
      'insert into answered_requests (person_id, key, answer, at) values ($1, $2, $3, $4)',
      [personId, key, JSON.stringify(answer), new Date(clock.now())],
      tx
    );
  }
  return answer;
}
