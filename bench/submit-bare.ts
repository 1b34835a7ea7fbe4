import pg from 'pg';
import { serveBare } from './bare';
import { startRecorder } from './recorder';
import { inParallel, sendForm, submit } from './submitting';
import type { Result, Stage } from './stage';

const STUDENTS = 150;
const WARM_UP = 4;
const TURNS = 4;
const AT_ONCE = 8;

/**
 * Submits each second, through the whole server, as a ratio to a bare route of the same framework that runs the very
 * statements of these submits with their values, on a copy of their database. In turns, on the same cluster, both warm.
 */
export async function submitBare(stage: Stage): Promise<Result[]> {
  const assignments = JSON.parse(
    await stage.script('bench/fill-class.command.ts', ['bare', String(STUDENTS), String(WARM_UP + TURNS)])
  ) as string[];
  const [recorded, replayed] = [await copyOf(stage, 'recorded'), await copyOf(stage, 'replayed')];
  const students = Array.from({ length: STUDENTS }, (_, i) => `bare-${i + 1}`);
  const keyOf = (token: string, assignment: string) => `${token} ${assignment}`;
  const recorder = await startRecorder(stage, 'submits', recorded);
  const [first = '', ...rest] = assignments;
  // Once before, so that nothing is recorded that happens once in a server's life.
  await submit(recorder.server, students[0] ?? '', first);
  for (const assignment of rest)
    await inParallel(students, 1, (token) => {
      const key = keyOf(token, assignment);
      return submit(recorder.server, token, assignment, key, recorder.as(key));
    });
  recorder.server.stop();
  const [server, bare] = [
    await stage.serve('build/index.js'),
    await serveBare(stage, { ...replayed, ...recorder.env })
  ];
  const ours = (assignment: string) =>
    perSecond(students, (token) => submit(server, token, assignment, keyOf(token, assignment)));
  const theirs = (assignment: string) =>
    perSecond(students, (token) => sendForm(`${bare.url}/replay`, token, keyOf(token, assignment)));
  for (const assignment of rest.slice(0, WARM_UP - 1)) {
    await ours(assignment);
    await theirs(assignment);
  }
  let [submits, floor] = [0, 0];
  for (const assignment of rest.slice(WARM_UP - 1)) {
    submits += (await ours(assignment)) / TURNS;
    floor += (await theirs(assignment)) / TURNS;
  }
  server.stop();
  bare.stop();
  const [kept, again] = [await submittedIn(stage.database), await submittedIn(replayed.DATABASE_URL)];
  if (kept === 0 || kept !== again)
    throw new Error(`${kept} rounds were submitted, and ${again} in what was run again.`);
  return [
    {
      name: 'submit-bare',
      value: submits / floor,
      unit: 'ratio',
      bound: 0.6,
      direction: 'min',
      floor: `bare route with the very statements, ${floor.toFixed(0)}/s (ours ${submits.toFixed(0)})`
    }
  ];
}

async function submittedIn(database: string): Promise<number> {
  const client = new pg.Client({ connectionString: database });
  await client.connect();
  const { rows } = await client.query<{ n: number }>(
    'select count(*)::int as n from receipts r join rounds using (packet_id)'
  );
  await client.end();
  return rows[0]?.n ?? 0;
}

/** The benchmark's database as it is now, once more. */
async function copyOf(stage: Stage, name: string): Promise<{ DATABASE_URL: string }> {
  const client = new pg.Client({ connectionString: stage.cluster.url('postgres') });
  await client.connect();
  await client.query(`create database ${name} template bench`);
  await client.end();
  return { DATABASE_URL: stage.cluster.url(name) };
}

async function perSecond(who: readonly string[], work: (token: string) => Promise<void>): Promise<number> {
  const begun = performance.now();
  await inParallel(who, AT_ONCE, work);
  return who.length / ((performance.now() - begun) / 1000);
}
