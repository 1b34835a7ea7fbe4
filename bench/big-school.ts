import pg from 'pg';
import type { Result, Served, Stage } from './stage';

/** Assignments of the one course whose people are asked for. */
const OWN = 40;
const SCHOOL = { students: 3000, courses: 600, assignments: 24_000, packets: 540_000 };
const WARM_UP = 50;
const VISITS = 100;

type Filled = { student: string; teacher: string; assignment: string; course: string };

/**
 * Each main page of a person in a school of one course, and the same page of the same person in a copy of it beside which a
 * whole school stands: the worst of the ratios. Both are served at once and visited in turns, so that a slow spell of the
 * machine hits both; what is compared is the quarter of the visits that took least.
 */
export async function bigSchool(stage: Stage): Promise<Result[]> {
  const made = JSON.parse(await stage.script('bench/fill.command.ts', [String(OWN)])) as Filled;
  const big = await copied(stage, 'bench_big');
  await stage.script('bench/fill-school.command.ts', Object.values(SCHOOL).map(String), { DATABASE_URL: big });
  const servers = [
    await stage.serve('build/index.js'),
    await stage.serve('build/index.js', { DATABASE_URL: big })
  ] as const;
  // Every page once before any is measured: what a process compiles at first is shared by all of them.
  for (const [, path, token] of pagesOf(made)) await inTurns(servers, path, token);
  const pages = [];
  for (const [page, path, token] of pagesOf(made)) {
    const [alone, among] = await inTurns(servers, path, token);
    pages.push({ page, alone, ratio: among / alone });
  }
  for (const server of servers) server.stop();
  const worst = pages.reduce((one, other) => (other.ratio > one.ratio ? other : one));
  return [
    {
      name: 'big-school',
      value: worst.ratio,
      unit: 'ratio',
      bound: 1.3,
      direction: 'max',
      floor: pages.map(({ page, alone, ratio }) => `${page} ${alone.toFixed(1)} ms × ${ratio.toFixed(2)}`).join(', ')
    }
  ];
}

/** A copy of the benchmark's database, as it is now. */
async function copied(stage: Stage, name: string): Promise<string> {
  const client = new pg.Client({ connectionString: stage.cluster.url('postgres') });
  await client.connect();
  await client.query(`create database ${name} template bench`);
  await client.end();
  return stage.cluster.url(name);
}

const pagesOf = ({ student, teacher, assignment, course }: Filled): Array<[string, string, string]> => [
  ['desk', '/desk', student],
  ['settled', '/desk/settled', student],
  ['grades', '/grades', student],
  ['courses', '/courses', student],
  ['course', `/courses/${course}`, student],
  ['assignment', `/assignments/${assignment}`, student],
  ['shelf', '/shelf', student],
  ['tidings', '/tidings', student],
  ['search', '/search?q=station', student],
  ['marking', '/marking', teacher],
  ['class', `/assignments/${assignment}`, teacher],
  ['set', `/courses/${course}/set`, teacher]
];

async function inTurns(
  [one, other]: readonly [Served, Served],
  path: string,
  token: string
): Promise<[number, number]> {
  const times: [number[], number[]] = [[], []];
  for (let i = 0; i < WARM_UP + VISITS; i++) {
    const visits = [await visit(one, path, token), await visit(other, path, token)];
    if (i >= WARM_UP) visits.forEach((time, server) => times[server]?.push(time));
  }
  const least = (all: number[]) => all.sort((a, b) => a - b)[VISITS / 4] ?? NaN;
  return [least(times[0]), least(times[1])];
}

async function visit({ url }: Served, path: string, token: string): Promise<number> {
  const begun = performance.now();
  const answer = await fetch(url + path, { headers: { cookie: `vendro_session=${token}` }, redirect: 'manual' });
  await answer.arrayBuffer();
  if (answer.status !== 200) throw new Error(`${path} answered ${answer.status}.`);
  return performance.now() - begun;
}
