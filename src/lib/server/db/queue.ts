import PgBoss from 'pg-boss';
import { config } from '../config';
import { ask, type Tx } from './connection';
import { log } from '../log';

/** Every queue, and what its jobs carry. */
export interface Jobs {
  /** A tiding that somebody wants by mail. */
  'mail-tiding': { tidingId: string };
  /** Mails that are due. */
  'send-mails': object;
  /** All that is somebody's own, to be put together. */
  'own-data': { id: string };
  /** Looks after stored bytes: sweeps, holds against hashes, collects. */
  'keep-store': object;
  /** Looks for what the passing of time has done. */
  sweep: object;
}
export const QUEUES = ['mail-tiding', 'send-mails', 'own-data', 'keep-store', 'sweep'] as const satisfies Array<
  keyof Jobs
>;

/** Tries again after this many seconds, then twice as long, and so on. */
const RETRY = { retryLimit: 6, retryDelay: 30, retryBackoff: true };

/** Only writes jobs down, on the connection of whoever causes them; nothing of it is started. */
const clerk = new PgBoss({ db: { executeSql: () => Promise.reject(new Error('Jobs are written in a transaction.')) } });

/**
 * Writes a job down in the transaction of what causes it: it is there when that is committed, and not otherwise.
 *
 * @param startAfter seconds before it may begin
 */
export async function enqueue<Q extends keyof Jobs>(
  queue: Q,
  data: Jobs[Q],
  startAfter: number,
  tx: Tx
): Promise<void> {
  await clerk.send(queue, data, { ...RETRY, startAfter, db: inside(tx) });
}

/** The transaction, as the jobs' library wants a database to look. */
const inside = (tx: Tx): PgBoss.Db => ({
  executeSql: (text, values) => ask(text, values, tx) as Promise<{ rows: never[] }>
});

/** Lays out the jobs' own tables and queues. Part of bringing the schema up to date. */
export async function installJobs(): Promise<void> {
  const boss = new PgBoss({ ...ON, supervise: false, schedule: false });
  boss.on('error', (error) => log.warn({ err: error }, 'the jobs cannot reach the database'));
  await boss.start();
  for (const queue of QUEUES) await boss.createQueue(queue);
  await boss.stop({ graceful: false });
}

/** The jobs need few connections of their own: what they do goes through the pool of everything else. */
const ON = { connectionString: config.databaseUrl, max: 2, application_name: 'vendro-jobs' };

/** Jobs that are fetched at once: a class submits within a minute, and each of them gets a receipt. */
const BATCH = 50;

type Workers = { [Q in keyof Jobs]: (data: Jobs[Q]) => Promise<unknown> };

/** Tries again after this long where the database cannot be reached, in milliseconds. */
const AGAIN = 5000;

/**
 * Works on jobs in this process, from as soon as the database can be reached. Several processes may: each job is one
 * process's at a time, and comes back if that one dies over it.
 *
 * @returns stops, once what is being worked on is done
 */
export function workOnJobs(workers: Workers): () => Promise<void> {
  let stop: (() => Promise<void>) | null = null;
  let ended = false;
  const begin = async () => {
    try {
      stop = await startWorkers(workers);
    } catch (error) {
      log.warn({ err: error }, 'the jobs cannot reach the database');
      if (!ended) setTimeout(() => void begin(), AGAIN).unref();
    }
  };
  void begin();
  return async () => {
    ended = true;
    await stop?.();
  };
}

async function startWorkers(workers: Workers): Promise<() => Promise<void>> {
  const boss = new PgBoss(ON);
  boss.on('error', (error) => log.warn({ err: error }, 'the jobs cannot reach the database'));
  await boss.start();
  for (const queue of QUEUES) {
    const work = workers[queue] as (data: unknown) => Promise<unknown>;
    // Of a batch of which one fails all come again; each does its work once.
    await boss.work(queue, { pollingIntervalSeconds: 2, batchSize: BATCH }, async (jobs) => {
      for (const job of jobs) await work(job.data);
    });
  }
  await boss.schedule('sweep', '* * * * *');
  await boss.schedule('keep-store', '*/10 * * * *');
  return () => boss.stop({ timeout: 3000 });
}
