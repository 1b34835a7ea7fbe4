import pg from 'pg';
import type { Lock, Locker, RequestRelease } from '@tus/server';
import { config } from '../config';
import { log } from '../log';

const CHANNEL = 'vendro_upload_wanted';
const AGAIN = 100;

/**
 * One writer to an upload at a time, among all processes: advisory locks of PostgreSQL (13.3.5), all of them held by one
 * connection of this process. A writer whose client has long gone is asked to let go when that client comes back.
 */
export class DatabaseLocker implements Locker {
  private held = new Map<string, RequestRelease>();
  private connection: Promise<pg.Client> | null = null;

  newLock(id: string): Lock {
    return { lock: (signal, release) => this.lock(id, signal, release), unlock: () => this.unlock(id) };
  }

  private async lock(id: string, signal: AbortSignal, release: RequestRelease): Promise<void> {
    while (!signal.aborted) {
      const client = await this.client();
      // Advisory locks are held by a connection, which is the same one for everyone in this process.
      if (!this.held.has(id)) {
        this.held.set(id, release);
        const { rows } = await client.query<{ mine: boolean }>(
          'select pg_try_advisory_lock($1, hashtext($2)) as mine',
          [SPACE, id]
        );
        if (rows[0]?.mine) return;
        this.held.delete(id);
      }
      await client.query('select pg_notify($1, $2)', [CHANNEL, id]);
      await new Promise((resolve) => setTimeout(resolve, AGAIN));
    }
    throw new Error('The upload is still being written by another request.');
  }

  private async unlock(id: string): Promise<void> {
    this.held.delete(id);
    const client = await this.client();
    await client.query('select pg_advisory_unlock($1, hashtext($2))', [SPACE, id]);
  }

  private client(): Promise<pg.Client> {
    this.connection ??= this.connect().catch((error: unknown) => {
      this.connection = null;
      throw error;
    });
    return this.connection;
  }

  private async connect(): Promise<pg.Client> {
    const client = new pg.Client({ connectionString: config.databaseUrl });
    client.on('notification', ({ payload }) => void this.held.get(payload ?? '')?.());
    client.on('error', (error) => {
      log.warn({ err: error }, 'the connection that holds upload locks was lost');
      this.connection = null;
      // The locks went with it: whoever writes must stop, since someone else may begin.
      for (const release of this.held.values()) void release();
      this.held.clear();
    });
    await client.connect();
    await client.query(`listen ${CHANNEL}`);
    return client;
  }
}

/** Apart from other advisory locks: the two-number form, whose first number is ours. */
const SPACE = 5;
