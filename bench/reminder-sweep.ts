import { spawn } from 'node:child_process';
import pg from 'pg';
import type { Result, Stage } from './stage';

const PEOPLE = 5000;

/**
 * Reminders of 5,000 people with 60 tasks each: a sweep that is killed in its middle, the one that ends it, and how many were told
 * anything twice. Its time is printed and held to the minute at which the next one comes.
 */
export async function reminderSweep(stage: Stage): Promise<Result[]> {
  const name = `sweep${Date.now() % 100_000}`;
  await stage.script('bench/fill-reminders.command.ts', [name, String(PEOPLE), '60']);
  const client = new pg.Client(stage.database);
  await client.connect();
  const told = async () => {
    const { rows } = await client.query<{ n: string; people: string }>(
      `select count(*) as n, count(distinct t.person_id) as people from tidings t join courses c on c.id = t.course_id
       where c.slug = $1 and t.kind = 'coming-due'`,
      [name]
    );
    return { n: Number(rows[0]?.n), people: Number(rows[0]?.people) };
  };
  const env = { ...process.env, DATABASE_URL: stage.database, VENDRO_DATA: stage.data };
  const killed = spawn(process.execPath, ['--import', 'tsx', 'bench/sweep-reminders.command.ts'], {
    env,
    stdio: 'ignore'
  });
  // In its middle: some were told, and some were not.
  for (let waited = 0; waited < 600 && (await told()).n === 0; waited++) await new Promise((go) => setTimeout(go, 20));
  killed.kill('SIGKILL');
  const before = await told();
  const said = JSON.parse(await stage.script('bench/sweep-reminders.command.ts', [])) as {
    given: number;
    took: number;
  };
  const whole = await told();
  await client.query("update tidings set read_at = now() where kind = 'coming-due'");
  await client.end();
  return [
    {
      ...{ name: 'reminder-sweep', value: said.took / 1000, unit: 's', bound: 60, direction: 'max' },
      floor: `${PEOPLE} people with 60 tasks: ${before.n} told before it was killed, ${said.given} after`
    },
    {
      ...{ name: 'reminder-sweep/twice', value: whole.n - whole.people, unit: 'reminders', bound: 0, direction: 'max' },
      floor: `${whole.people} of ${PEOPLE} were told`
    }
  ];
}
