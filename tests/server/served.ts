import { spawn, type ChildProcess } from 'node:child_process';
import { createHash, randomBytes } from 'node:crypto';
import { ensureBuilt } from '../../scripts/lib/fresh.mjs';
import { freePort } from '../../scripts/lib/ports.mjs';
import { execute } from '$server/db/connection';
import { MONDAY } from './kit';

/** The application as it is built, on the database and the files of this test. */
export interface Served {
  url: string;
  child: ChildProcess;
  stop(): void;
}

export async function serve(env: Record<string, string> = {}): Promise<Served> {
  await ensureBuilt();
  const port = await freePort();
  const url = `http://127.0.0.1:${port}`;
  const child = spawn(process.execPath, ['build/index.js'], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: {
      ...process.env,
      VENDRO_NOW: new Date(MONDAY).toISOString(),
      VENDRO_CLOCK: 'frozen',
      VENDRO_LOG: 'silent',
      HOST: '127.0.0.1',
      PORT: String(port),
      ORIGIN: url,
      BODY_SIZE_LIMIT: 'Infinity',
      ...env
    }
  });
  for (let i = 0; i < 300; i++) {
    if ((await fetch(`${url}/healthz`).catch(() => null))?.ok)
      return { url, child, stop: () => void child.kill('SIGKILL') };
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('The server did not answer.');
}

/** A cookie of somebody who signed in some time ago. */
export async function cookieOf(personId: string): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  await execute(
    `insert into sessions (token_hash, person_id, created_at, seen_at, expires_at) values ($1, $2, $3, $3, $4)`,
    [createHash('sha256').update(token).digest(), personId, new Date(MONDAY), new Date(MONDAY + 3e10)]
  );
  return `vendro_session=${token}`;
}
