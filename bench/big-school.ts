import type { Result, Served, Stage } from './stage';

/** Assignments of the one course whose people are asked for, before and after. */
const OWN = 40;
const SCHOOL = { students: 3000, courses: 600, assignments: 24_000, packets: 540_000 };
const WARM_UP = 60;
const VISITS = 120;

type Filled = { student: string; teacher: string; assignment: string; course: string };

/**
 * Each main page of a person in a school of one course, and the same page of the same person once a whole school stands
 * beside it: the worst of the ratios. What is compared is the quarter of the visits that took least: what the machine does
 * besides only ever makes a visit longer.
 */
export async function bigSchool(stage: Stage): Promise<Result[]> {
  const made = JSON.parse(await stage.script('bench/fill.command.ts', [String(OWN)])) as Filled;
  const alone = await typical(stage, made);
  await stage.script('bench/fill-school.command.ts', Object.values(SCHOOL).map(String));
  const among = await typical(stage, made);
  const pages = Object.keys(alone).map((page) => ({
    page,
    before: alone[page] ?? NaN,
    ratio: (among[page] ?? NaN) / (alone[page] ?? NaN)
  }));
  const worst = pages.reduce((one, other) => (other.ratio > one.ratio ? other : one));
  return [
    {
      name: 'big-school',
      value: worst.ratio,
      unit: 'ratio',
      bound: 1.3,
      direction: 'max',
      floor: pages.map(({ page, before, ratio }) => `${page} ${before.toFixed(1)} ms × ${ratio.toFixed(2)}`).join(', ')
    }
  ];
}

async function typical(
  stage: Stage,
  { student, teacher, assignment, course }: Filled
): Promise<Record<string, number>> {
  const server = await stage.serve('build/index.js');
  const pages: Array<[string, string, string]> = [
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
  const found: Record<string, number> = {};
  for (const [name, path, token] of pages) found[name] = await one(server, path, token);
  server.stop();
  return found;
}

async function one({ url }: Served, path: string, token: string): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < WARM_UP + VISITS; i++) {
    const begun = performance.now();
    const answer = await fetch(url + path, { headers: { cookie: `vendro_session=${token}` }, redirect: 'manual' });
    await answer.arrayBuffer();
    if (answer.status !== 200) throw new Error(`${path} answered ${answer.status}.`);
    if (i >= WARM_UP) times.push(performance.now() - begun);
  }
  return times.sort((a, b) => a - b)[VISITS / 4] ?? NaN;
}
