import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from '@playwright/test';
import pg from 'pg';
import { freePort } from '../../scripts/lib/ports.mjs';
import { copyDatabase } from '../copy-database';
import { NOW } from './global-setup';

/** A server that runs once it is renewed. */
export async function openServer(settings: Record<string, string> = {}): Promise<Server> {
  const data = mkdtempSync(join(tmpdir(), 'vendro-journey-'));
  cpSync(process.env.VENDRO_TEST_DEMO ?? '', data, { recursive: true });
  return new Server(await freePort(), data, settings);
}

export async function closeServer(server: Server): Promise<void> {
  await server.end('SIGKILL');
  rmSync(server.data, { recursive: true, force: true });
}

/** Runs one statement on a database by its address. */
export async function query(
  database: string,
  text: string,
  values: unknown[]
): Promise<Array<Record<string, unknown>>> {
  const client = new pg.Client({ connectionString: database });
  await client.connect();
  const { rows } = await client.query(text, values).finally(() => client.end());
  return rows;
}

const onCluster = (database: string) => (process.env.VENDRO_TEST_CLUSTER ?? '').replace(/\/[^/]*$/, `/${database}`);

/** The application as it is built, on a copy of the demo world, with a clock that the test moves. */
export class Server {
  /** Where browsers find it. */
  url: string;
  private process: ChildProcess | null = null;

  private readonly name = `journey_${randomUUID().replaceAll('-', '')}`;
  readonly database = onCluster(this.name);

  constructor(
    readonly port: number,
    readonly data: string,
    private settings: Record<string, string>
  ) {
    this.url = `http://127.0.0.1:${port}`;
  }

  /** The demo world as it was at the beginning, under the server where that runs already. Its blobs only ever grow. */
  async renew(): Promise<void> {
    const { name } = this;
    await copyDatabase(onCluster('postgres'), name, 'vendro_demo');
    if (this.process?.exitCode !== null || this.process.signalCode !== null) await this.start();
    // A server that was cut off listens again before anybody does anything.
    const listens = "select 1 from pg_stat_activity where datname = $1 and query like 'listen %'";
    await expect.poll(async () => (await query(onCluster('postgres'), listens, [name])).length).toBe(1);
    await this.at(NOW);
  }

  async at(moment: string): Promise<void> {
    const headers = { 'content-type': 'application/json', origin: this.url };
    const answer = await fetch(`${this.url}/clock`, { method: 'POST', headers, body: JSON.stringify({ now: moment }) });
    expect(answer.status).toBe(200);
  }

  /** Browsers find it at another port, from which something leads to its own. */
  behind(port: number): number {
    this.url = `http://127.0.0.1:${port}`;
    return port;
  }

  async start(): Promise<void> {
    this.process = spawn(process.execPath, ['build/index.js'], {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: {
        ...process.env,
        VENDRO_NOW: NOW,
        VENDRO_CLOCK: 'frozen',
        VENDRO_TEST: '1',
        VENDRO_MAX_FILE_MIB: '3',
        VENDRO_LOG: 'error',
        // Each connection plans every statement once, and a journey's are all new.
        VENDRO_DB_POOL: '4',
        // How full this machine is says nothing about the code.
        VENDRO_RESERVE_MIB: '0',
        HOST: '127.0.0.1',
        PORT: String(this.port),
        ORIGIN: this.url,
        BODY_SIZE_LIMIT: 'Infinity',
        SHUTDOWN_TIMEOUT: '1',
        VENDRO_SITE_PORT: process.env.VENDRO_TEST_SITE,
        DATABASE_URL: this.database,
        VENDRO_DATA: this.data,
        ...this.settings
      }
    });
    const healthy = async () => (await fetch(`${this.url}/healthz`).catch(() => null))?.status ?? 0;
    await expect.poll(healthy, { timeout: 60_000 }).toBe(200);
  }

  /** Ends the process, and answers with which code it ended. */
  async end(signal: NodeJS.Signals): Promise<number | null> {
    const { process: ending } = this;
    if (!ending || ending.exitCode !== null || ending.signalCode !== null) return ending?.exitCode ?? null;
    const ended = new Promise<number | null>((resolve) => ending.once('exit', resolve));
    ending.kill(signal);
    return ended;
  }
}
