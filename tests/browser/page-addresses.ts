import { readdirSync } from 'node:fs';
import { relative } from 'node:path';
import type { World } from './world';

const ROUTES = 'src/routes';
/** A secret of ours, for links of which only the digest is kept. */
const SECRET = 'a-link-for-every-page';
const DIGEST = `sha256('${SECRET}'::bytea)`;

/** Every page that the sources have, as its folder names it. */
export function pageRoutes(): string[] {
  return readdirSync(ROUTES, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.name === '+page.svelte')
    .map((entry) => `/${relative(ROUTES, entry.parentPath)}`)
    .sort();
}

/**
 * Where the demo world has a page of each route that needs to be told of whom: queries that answer with addresses. One that
 * is not named here is its own address, or fails the test as long as it has parameters.
 */
const WITH_PARAMETERS: Record<string, string> = {
  '/assignments/[id=id]': `select '/assignments/' || id from assignments where title like any (array[
    'Field report%', 'Quadrat count%', 'A page in a borrowed%', 'Quick check, medians', 'The skiff%', 'A deck of knots',
    'Evidence of your%', 'Noon sight%', 'Reading aloud%', 'Build log%', 'Six knots%', 'Risk sheet%'])`,
  ...ofAssignments('edit', 'marks', 'together', 'parties'),
  '/assignments/[id=id]/questions/[place=id]': places('questions', 'Quick check, medians'),
  '/assignments/[id=id]/starters/[place=id]': places('starters', 'Field report%'),
  ...ofCourses('', 'about', 'aside', 'board', 'floor', 'grades', 'grades/scheme', 'grades/take', 'notices/new'),
  ...ofCourses('remarks', 'roster', 'set'),
  '/courses/[course]/grades/[student=id]': `select '/courses/tidal-ecology/grades/' || id from people where handle = 'ilse'`,
  '/family/[token]': `select '/family/' || token from guardianships where ended_at is null limit 1`,
  '/grades/[course]': `select '/grades/' || slug from courses where slug in ('tidal-ecology', 'crew-hours')`,
  '/join/[token]': `with made as (insert into invitations (id, course_id, email, role, token_hash, invited_by, at, expires_at)
      select gen_random_uuid(), e.course_id, 'somebody@skerrow.example', 'student', ${DIGEST}, e.person_id, now(), '2030-01-01'
      from enrolments e where e.role = 'teacher' limit 1 returning 1) select '/join/${SECRET}' from made`,
  '/marking/[packet=id]': `select '/marking/' || k.id from packets k join assignments a on a.id = k.assignment_id
    where a.title like any (array['Field report%', 'Quick check, medians', 'The skiff%', 'Reading aloud%', 'Six knots%'])
      and k.round_no > 0 order by a.title, k.phase, k.id limit 8`,
  '/materials/[id=id]': `(select '/materials/' || id from materials where not hidden and name like '%.pdf' limit 1)
    union all (select '/materials/' || id from materials where not hidden and name not like '%.pdf' limit 1)`,
  '/notices/[id=id]': `select '/notices/' || id from notices where not hidden limit 1`,
  '/password/[token]': `with made as (insert into password_links (token_hash, person_id, at, expires_at)
      select ${DIGEST}, id, now(), '2030-01-01' from people where handle = 'isolde' returning 1)
    select '/password/${SECRET}' from made union all select '/password/none'`,
  '/portfolios/[id=id]': portfolios(''),
  '/portfolios/[id=id]/as': portfolios('/as'),
  '/portfolios/[id=id]/compare': portfolios('/compare'),
  '/portfolios/[id=id]/pages/[page=id]': `select '/portfolios/' || portfolio_id || '/pages/' || id from portfolio_pages limit 1`,
  '/portfolios/[id=id]/published/[no]': `select '/portfolios/' || portfolio_id || '/published/' || no from portfolio_publications limit 1`,
  '/portfolios/[id=id]/shown': portfolios('/shown'),
  '/reading/[id=id]': `with made as (insert into peer_readings (packet_id, round_no, reader_id, nameless, handed_at)
      select k.packet_id, 1, p.id, false, now() from rounds k, people p
      where p.handle = 'ilse' and not exists (select 1 from packets_of_people o where o.person_id = p.id and o.packet_id = k.packet_id)
      limit 1 returning id) select '/reading/' || id from made`,
  '/receipts/[receipt=receipt]': `select '/receipts/' || r.number from receipts r join packets_of_people o on o.packet_id = r.packet_id
    join people p on p.id = o.person_id where p.handle = 'ilse' order by r.at limit 1`,
  '/rounds/[packet=id]/[no=whole]': `select '/rounds/' || r.packet_id || '/' || r.no from rounds r
    join packets_of_people o on o.packet_id = r.packet_id join people p on p.id = o.person_id
    where p.handle = 'ilse' and r.state <> 'draft' order by r.submitted_at limit 2`,
  '/school/courses/[course]': `select '/school/courses/sea-stories'`,
  '/school/people/[id=id]': `select '/school/people/' || id from people where handle = 'ilse'`,
  '/shown/[token]': `select '/shown/ilse-varga-shore'`,
  '/support/[student=id]': `select '/support/' || id from people where handle = 'ilse'`
};

/** The same page in another state, by address. */
const OTHER_STATES = [
  '/desk?course=tidal-ecology&order=outline',
  '/plan?view=month',
  '/shelf?bin',
  '/search?q=shore',
  '/school/people?q=varga'
];

const STOP = '/mail/stop/[token]';

/** What is ended by a link lies sealed in it: the link is read from a mail, as its reader does. */
async function stopPath(world: World): Promise<string> {
  const [mail] = await world.sql(
    `insert into mails (to_address, subject, body, at, stop) values ('x@skerrow.example', 'x', 'x', now(), '{"family":"x"}') returning id`
  );
  const office = await world.as('petra');
  const eml = await (await office.request.get(`${world.url}/outbox/${String(mail?.id)}`)).text();
  await office.context().close();
  return new URL(/List-Unsubscribe: <([^>]+)>/.exec(eml.replace(/\r\n\s+/g, ''))?.[1] ?? '').pathname;
}

/** Addresses of every page, by one path each or several. @throws Error where a route has none */
export async function pageAddresses(world: World): Promise<string[]> {
  const found = [...OTHER_STATES, await stopPath(world)];
  for (const route of pageRoutes()) {
    const query = WITH_PARAMETERS[route];
    if (route === STOP) continue;
    if (query === undefined && route.includes('['))
      throw new Error(`Say in page-addresses.ts where the demo world has a page of ${route}.`);
    const paths = query === undefined ? [route] : (await world.sql(query)).map((row) => String(Object.values(row)[0]));
    if (paths.length === 0) throw new Error(`The demo world has no page of ${route}.`);
    found.push(...paths);
  }
  return found;
}

/** @param rooms of an assignment, each a folder below it */
function ofAssignments(...rooms: string[]): Record<string, string> {
  return Object.fromEntries(
    rooms.map((room) => [
      `/assignments/[id=id]/${room}`,
      `select '/assignments/' || id || '/${room}' from assignments where title like any (array['Field report%', 'A deck of knots'])`
    ])
  );
}

function ofCourses(...rooms: string[]): Record<string, string> {
  return Object.fromEntries(
    rooms.map((room) => {
      const below = room === '' ? '' : `/${room}`;
      return [
        `/courses/[course]${below}`,
        `select '/courses/' || slug || '${below}' from courses where slug = any (array['tidal-ecology', 'boatyard-workshop'])`
      ];
    })
  );
}

function places(kind: string, title: string): string {
  return `select '/assignments/' || d.assignment_id || '/${kind}/' || d.id from deliverables d
    join assignments a on a.id = d.assignment_id where a.title like '${title}' order by d.position limit 1`;
}

function portfolios(below: string): string {
  return `select '/portfolios/' || id || '${below}' from portfolios limit 1`;
}
