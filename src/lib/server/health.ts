import { QueryTypes } from 'sequelize';
import { blobStoreProblem } from './blobs/store';
import { database } from './db/connection';
import { pendingMigrations } from './db/migrate';

export interface Health {
  ok: boolean;
  version: string;
  database: 'reachable' | 'unreachable';
  migrations: 'up to date' | 'pending' | 'unknown';
  blobs: 'writable' | 'not writable';
  /** What is wrong, in words; empty when all is well. */
  problems: string[];
}

/** Whether this process can do its work: database, schema and blob store, each really tried. */
export async function checkHealth(version: string): Promise<Health> {
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
    await database.query('select 1', { type: QueryTypes.SELECT });
    const pending = await pendingMigrations();
    if (pending.length > 0) {
      health.migrations = 'pending';
      health.problems.push(`migrations not run: ${pending.join(', ')}`);
    }
  } catch (error) {
    health.database = 'unreachable';
    health.migrations = 'unknown';
    health.problems.push(`database: ${error instanceof Error ? error.message : String(error)}`);
  }
  health.ok = health.problems.length === 0;
  return health;
}
