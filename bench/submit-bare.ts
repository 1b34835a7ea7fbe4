import { serveBare } from './bare';
import type { Result, Stage } from './stage';
import { prepareRows, statementsOfOne } from './submit-tps';
import { acknowledged, formHeaders, inParallel, submit } from './submitting';

const STUDENTS = 150;
const WARM_UP = 4;
const TURNS = 4;
const AT_ONCE = 8;

/**
 * Submits each second, through the whole server, as a ratio to a bare route of the same framework that runs as many
 * statements in one transaction and does nothing else. In turns, on the same cluster, both warm.
 */
export async function submitBare(stage: Stage): Promise<Result[]> {
  const assignments = JSON.parse(
    await stage.script('bench/fill-class.command.ts', ['bare', String(STUDENTS), String(WARM_UP + TURNS)])
  ) as string[];
  const server = await stage.serve('build/index.js');
  const bare = await serveBare(stage);
  await prepareRows(stage);
  const students = Array.from({ length: STUDENTS }, (_, i) => `bare-${i + 1}`);
  const [first = '', ...rest] = assignments;
  const statements = await statementsOfOne(stage, server, first, 'bare');
  const ours = (assignment: string, who = students) =>
    perSecond(who, (token) => submit(server, token, assignment, `${token} ${assignment}`));
  const theirs = () => perSecond(students, (token) => transaction(bare.url, token, statements));
  await ours(first, students.slice(2));
  await theirs();
  for (const assignment of rest.splice(0, WARM_UP - 1)) {
    await ours(assignment);
    await theirs();
  }
  let [submits, floor] = [0, 0];
  for (const assignment of rest) {
    submits += (await ours(assignment)) / TURNS;
    floor += (await theirs()) / TURNS;
  }
  server.stop();
  bare.stop();
  return [
    {
      name: 'submit-bare',
      value: submits / floor,
      unit: 'ratio',
      bound: 0.6,
      direction: 'min',
      floor: `bare route with ${statements} statements, ${floor.toFixed(0)}/s (ours ${submits.toFixed(0)})`
    }
  ];
}

async function perSecond(who: readonly string[], work: (token: string) => Promise<void>): Promise<number> {
  const begun = performance.now();
  await inParallel(who, AT_ONCE, work);
  return who.length / ((performance.now() - begun) / 1000);
}

async function transaction(url: string, token: string, statements: number): Promise<void> {
  const answer = await fetch(`${url}/transaction?statements=${statements}`, {
    method: 'POST',
    headers: formHeaders(url, token, 'application/x-www-form-urlencoded'),
    body: new URLSearchParams({ key: token, note: '' }).toString()
  });
  acknowledged(answer.status, await answer.text());
}
