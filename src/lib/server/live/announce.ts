import { execute, type Tx } from '../db/connection';

/** What has changed, for those whose pages show it. `publish.ts` makes these. */
export interface Change {
  /** People by id, each told for themselves. */
  people?: readonly string[];
  /** Everyone in the course, or its teachers alone. */
  course?: string;
  teachersOf?: string;
  /** What of a page it touches (`core/live/topics.ts`). */
  about?: readonly string[];
  /** Somebody's session has ended: their streams look whether it was theirs. */
  sessionsOf?: string;
}

export const LIVE_CHANNEL = 'vendro_live';

/**
 * Tells every process that something has changed, when and only when the transaction commits. Nothing of the change
 * itself is sent: who hears of it reads their page anew, under the same policy as ever.
 */
export async function announce(change: Change, tx?: Tx): Promise<void> {
  await execute(`select pg_notify('${LIVE_CHANNEL}', $1)`, [JSON.stringify(change)], tx);
}
