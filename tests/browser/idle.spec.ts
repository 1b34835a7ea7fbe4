import { expect, openFromList, test } from './world';

/** Long enough for anything that reads itself over and over: those that did asked several times a second. */
const WATCHED = 6000;
const SETTLES = 3000;

test('pages that are left open ask for nothing while nothing changes', async ({ world }) => {
  const ilse = await world.as('ilse', { work: 'Field report, rock pools' });
  const odile = await world.as('odile', { at: '/marking' });
  await openFromList(odile, 'Field report');
  await expect(odile.getByText('Return round 1')).toBeVisible();
  // A second teacher's page of the same round, and pages of every other kind.
  const [marked] = [odile.url()];
  const again = await odile.context().newPage();
  await again.goto(marked ?? '');
  const others = [
    ...['/desk', '/shelf', '/tidings', '/courses/tidal-ecology', '/search?q=shore'].map((path) => ({
      context: ilse.context(),
      path
    })),
    ...['/marking', '/courses/tidal-ecology/roster', '/courses/tidal-ecology/set'].map((path) => ({
      context: odile.context(),
      path
    }))
  ];
  for (const { context, path } of others) await (await context.newPage()).goto(world.url + path);
  await ilse.waitForTimeout(SETTLES);
  const asked: string[] = [];
  for (const context of [ilse.context(), odile.context()])
    context.on('request', (request) => asked.push(`${request.method()} ${request.url()}`));
  await ilse.waitForTimeout(WATCHED);
  expect(asked).toEqual([]);
  const opened = await world.sql("select count(*)::int as n from custody_events where type = 'round-opened'");
  expect(Number(opened[0]?.n)).toBeGreaterThan(0);
});
