import { blobStoreProblem } from '../blobs/store';
import { clock } from '../clock';
import { execute } from '../db/connection';
import { pendingMigrations } from '../db/pending-migrations';

export interface Health {
  ok: boolean;
  version: string;
  database: 'reachable' | 'unreachable';
  migrations: 'up to date' | 'pending' | 'unknown';
  blobs: 'writable' | 'not writable';
  /** What is wrong, in words; empty when all is well. */
  problems: string[];
}

const BEAT = 'insert into heartbeats (at) values ($1) on conflict (one) do update set at = excluded.at';

/**
 * Whether this process can do its work: the schema, and database and blob store by really writing to each. Asked often, it
 * looks once a second.
 */
export async function checkHealth(version: string): Promise<Health> {
  const now = performance.now();
  if (!last || now - last.at > FRESH) last = { at: now, health: look(version) };
  return last.health;
}
let last: { at: number; health: Promise<Health> } | null = null;
const FRESH = 1000;

async function look(version: string): Promise<Health> {
  const blobProblem = await blobStoreProblem();
  const health: Health = {
    ok: true,
    version,
    database: 'reachable',
    migrations: 'up to date',
    blobs: blobProblem === null ? 'writable' : 'not writable',
    problems: blobProblem === null ? [] : [`blobs: ${blobProblem}`]
  };
  try {
    const pending = await pendingMigrations();
    if (pending.length > 0) {
      health.migrations = 'pending';
      health.problems.push(`migrations not run: ${pending.join(', ')}`);
    } else await execute(BEAT, [new Date(clock.now())]);
  } catch (error) {
    health.database = 'unreachable';
    health.migrations = 'unknown';
    health.problems.push(`database: ${error instanceof Error ? error.message : String(error)}`);
  }
  health.ok = health.problems.length === 0;
  return health;
}
