import { request } from 'node:http';
import { setTimeout as pause } from 'node:timers/promises';
import pg from 'pg';
import { submit } from './submitting';
import type { Result, Stage } from './stage';

const STUDENTS = 299;
/** Long enough for a page that reads itself anew without need to show. */
const AFTER = 2000;
/** A person takes this for at once, in milliseconds. */
const AT_ONCE = 1000;

/**
 * One submit while three hundred pages of the course are open on that assignment: those that read themselves anew are the
 * student's own and the teacher's, whatever the others show of it.
 */
export async function liveFanout(stage: Stage): Promise<Result[]> {
  const [assignment = ''] = JSON.parse(
    await stage.script('bench/fill-class.command.ts', ['fanout', String(STUDENTS), '1'])
  ) as string[];
  await signInTeacher(stage);
  const server = await stage.serve('build/index.js');
  const tokens = ['fanout-odile', ...Array.from({ length: STUDENTS }, (_, i) => `fanout-${i + 1}`)];
  const read: Array<{ token: string; at: number }> = [];
  const topic = `assignment:${assignment}`;
  const pages = await Promise.all(
    tokens.map((token) =>
      openPage(server.url, token, async (about) => {
        if (about !== null && !about.includes(topic)) return;
        await readPage(server.url, token, assignment);
        read.push({ token, at: performance.now() });
      })
    )
  );
  const alone = performance.now();
  await readPage(server.url, 'fanout-2', assignment);
  const one = performance.now() - alone;
  const begun = performance.now();
  await submit(server, 'fanout-1', assignment);
  await pause(AFTER);
  for (const close of pages) close();
  server.stop();
  const shown = read.filter(({ token }) => token === 'fanout-1' || token === 'fanout-odile');
  const last = Math.max(...shown.map(({ at }) => at - begun), 0);
  const floor = `${tokens.length} open pages; one reading of the page takes ${one.toFixed(0)} ms`;
  return [
    { name: 'live-fanout/pages', value: read.length, unit: 'pages', bound: 2, direction: 'max', floor },
    { name: 'live-fanout/showing', value: shown.length, unit: 'pages', bound: 2, direction: 'min', floor },
    { name: 'live-fanout/current', value: last, unit: 'ms', bound: AT_ONCE, direction: 'max', floor }
  ];
}

async function signInTeacher(stage: Stage): Promise<void> {
  const client = new pg.Client({ connectionString: stage.database });
  await client.connect();
  await client.query(
    `insert into sessions (token_hash, person_id, created_at, seen_at, expires_at)
     select sha256(handle::bytea), id, now(), now(), now() + interval '1 day' from people where handle = 'fanout-odile'`
  );
  await client.end();
}

/**
 * An open page's live channel, as a browser's.
 *
 * @param changed called with the topics that were touched; null where anything may have been
 * @returns once nothing can be missed any more: closes it
 */
function openPage(url: string, token: string, changed: (about: string[] | null) => Promise<void>): Promise<() => void> {
  return new Promise((resolve, reject) => {
    const asked = request(`${url}/live`, { headers: { cookie: `vendro_session=${token}` } }, (answer) => {
      let text = '';
      let ready = false;
      answer.setEncoding('utf8');
      answer.on('data', (chunk: string) => {
        const events = (text + chunk).split('\n\n');
        text = events.pop() ?? '';
        for (const event of events) {
          if (event.includes('event: ready')) setTimeout(() => ((ready = true), resolve(() => asked.destroy())), 100);
          const data = /event: changed\ndata: (.*)/.exec(event)?.[1];
          // What it says at first is that the page is older than the process.
          if (data !== undefined && ready) void changed(data === '' ? null : (JSON.parse(data) as string[]));
        }
      });
    });
    asked.on('error', reject);
    asked.end();
  });
}

async function readPage(url: string, token: string, assignment: string): Promise<void> {
  const answer = await fetch(`${url}/assignments/${assignment}/__data.json`, {
    headers: { cookie: `vendro_session=${token}` }
  });
  await answer.text();
  if (answer.status !== 200) throw new Error(`The page answered ${answer.status}.`);
}
