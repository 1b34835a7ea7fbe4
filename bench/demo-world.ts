import { createHash, randomBytes } from 'node:crypto';
import pg from 'pg';
import { ensureDatabase } from '../scripts/lib/cluster.mjs';
import { migrated } from '../scripts/lib/migrated.mjs';
import { DEMO_NOW as NOW } from '../scripts/lib/demo-template.mjs';
import type { Stage } from './stage';

export interface DemoWorld {
  url: string;
  /** What somebody's browser holds who signed in on another device. */
  session(handle: string): Promise<string>;
  /** An address as it stands, or the one with which SQL answers. */
  path(given: string): Promise<string>;
  close(): Promise<void>;
}

/** The demo world, served on a database of its own. */
export async function openDemo(stage: Stage, name: string): Promise<DemoWorld> {
  await ensureDatabase(stage.cluster, name);
  const env = { DATABASE_URL: stage.cluster.url(name), VENDRO_NOW: NOW, VENDRO_CLOCK: 'frozen' };
  await migrated(env);
  await stage.script('demo/load.command.ts', [], env);
  const app = await stage.serve('build/index.js', env);
  const client = new pg.Client({ connectionString: env.DATABASE_URL });
  await client.connect();
  return {
    url: app.url,
    async session(handle) {
      const token = randomBytes(32).toString('base64url');
      await client.query(
        `insert into sessions (token_hash, person_id, created_at, seen_at, expires_at)
         select $1, id, $2, $2, $2::timestamptz + interval '5 years' from people where handle = $3`,
        [createHash('sha256').update(token).digest(), new Date(NOW), handle]
      );
      return token;
    },
    async path(given) {
      if (!given.startsWith('select')) return given;
      const { rows } = await client.query<Record<string, string>>(given);
      return Object.values(rows[0] ?? {})[0] ?? '/';
    },
    async close() {
      await client.end();
      app.stop();
    }
  };
}
