import type { Result, Stage } from './stage';
import { Statements } from './statements';

/** The least count is a page's own once it was seen so often; beside other work that can take some turns. */
const SEEN = 3;
const TURNS = 15;
/** No page may need more: the session, and what it shows. */
const MOST = 8;

/**
 * The most queries that any page makes, and that it is the same at 10 and at 1,000 assignments, with ten times as many
 * files on the Shelf. Counted by PostgreSQL itself.
 */
export async function queriesPerPage(stage: Stage): Promise<Result[]> {
  const few = await countFor(stage, 10);
  const many = await countFor(stage, 1000);
  const floor = few.map(({ page, queries }) => `${page} ${queries}`).join(', ');
  const most = Math.max(...few.map((p) => p.queries), ...many.map((p) => p.queries));
  const growth = Math.max(
    ...few.map(({ page, queries }) => (many.find((p) => p.page === page)?.queries ?? Infinity) - queries)
  );
  return [
    { name: 'queries-per-page', value: most, unit: 'queries', bound: MOST, direction: 'max', floor },
    {
      name: 'queries-per-page/growth',
      value: growth,
      unit: 'queries',
      bound: 0,
      direction: 'max',
      floor: 'from 10 to 1,000 assignments, from 100 to 10,000 files on the Shelf'
    }
  ];
}

type Filled = { student: string; teacher: string; assignment: string; course: string };

async function countFor(stage: Stage, assignments: number): Promise<Array<{ page: string; queries: number }>> {
  const filled = JSON.parse(await stage.script('bench/fill.command.ts', [String(assignments)])) as Filled;
  const server = await stage.serve('build/index.js');
  const counter = await Statements.of(stage);
  const pages = [
    { page: '/desk', token: filled.student },
    { page: '/desk/settled', token: filled.student },
    { page: '/grades', token: filled.student },
    { page: '/assignments/…', path: `/assignments/${filled.assignment}`, token: filled.student },
    { page: '/desk/all', token: filled.student },
    { page: '/courses', token: filled.student },
    { page: '/courses/…', path: `/courses/${filled.course}`, token: filled.student },
    { page: '/courses/…/about', path: `/courses/${filled.course}/about`, token: filled.student },
    { page: '/courses/…/roster', path: `/courses/${filled.course}/roster`, token: filled.teacher },
    { page: '/courses/…/set', path: `/courses/${filled.course}/set`, token: filled.teacher },
    { page: '/assignments/…/edit', path: `/assignments/${filled.assignment}/edit`, token: filled.teacher },
    { page: '/courses/…/aside', path: `/courses/${filled.course}/aside`, token: filled.teacher },
    { page: '/tidings', token: filled.student },
    { page: '/tidings/mail', token: filled.student },
    { page: '/search', path: '/search?q=station', token: filled.student },
    { page: '/runway', token: filled.student },
    { page: '/shelf', token: filled.student },
    { page: '/shelf/files', path: '/shelf/files?q=station', token: filled.student },
    { page: '/marking', token: filled.teacher },
    { page: '/assignments/… (class)', path: `/assignments/${filled.assignment}`, token: filled.teacher }
  ];
  const counts = [];
  for (const { page, path = page, token } of pages) {
    // The first visit may write (opened, seen); the second is what a page costs.
    await visit(server.url + path, token);
    let [queries, seen] = [Infinity, 0];
    // What sweeps and queues ask meanwhile belongs to no page.
    for (let turn = 0; turn < TURNS && seen < SEEN; turn++) {
      const before = await counter.count();
      await visit(server.url + path, token);
      const now = (await counter.count()) - before;
      if (now < queries) [queries, seen] = [now, 1];
      else if (now === queries) seen++;
    }
    counts.push({ page, queries });
  }
  await counter.close();
  server.stop();
  return counts;
}

async function visit(url: string, token: string): Promise<void> {
  const answer = await fetch(url, { headers: { cookie: `vendro_session=${token}` }, redirect: 'manual' });
  await answer.text();
  if (answer.status !== 200) throw new Error(`${url} answered ${answer.status}.`);
}
