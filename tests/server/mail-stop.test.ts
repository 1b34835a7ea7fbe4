import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { execute, inTransaction } from '$server/db/connection';
import { queueMail, readEml, readOutbox } from '$server/mail/mail';
import { readStop, stopAddress } from '$server/mail/stop';
import { seal } from '$server/secrets';
import { readMailWishes } from '$server/tidings/wishes';
import { OFFICE, smallCourse } from './kit';
import { serve, type Served } from './served';

/** Ending mails by the link in one of them (RFC 8058), as mail programs do it: without cookies, from no page. */
let served: Served;
let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
  served = await serve();
});
afterAll(() => served.stop());

const pathOf = async () =>
  new URL(await stopAddress({ person: school.ilse.id, kinds: ['returned', 'receipt'] })).pathname;
const press = (path: string, body: string, headers: Record<string, string> = {}) =>
  fetch(served.url + path, {
    method: 'POST',
    redirect: 'manual',
    headers: { 'content-type': 'application/x-www-form-urlencoded', ...headers },
    body
  });

describe('the link in a mail', () => {
  it('changes nothing by being looked at, which programs do by themselves', async () => {
    const page = await fetch(served.url + (await pathOf()));
    expect(await page.text()).toContain('Your work came back');
    expect(await readMailWishes(school.ilse)).toMatchObject({ returned: true, receipt: true });
  });

  it('ends what it is of with one press, answered at once, and again without harm', async () => {
    const path = await pathOf();
    for (let i = 0; i < 2; i++) expect((await press(path, 'List-Unsubscribe=One-Click')).status).toBe(200);
    const wishes = await readMailWishes(school.ilse);
    expect([wishes.returned, wishes.receipt, wishes.aside]).toEqual([false, false, true]);
  });

  it('takes the press as a part of a form as well, and nothing that says something else', async () => {
    const path = new URL(await stopAddress({ person: school.ilse.id, kinds: ['aside'] })).pathname;
    await press(path, 'List-Unsubscribe=No');
    expect((await readMailWishes(school.ilse)).aside).toBe(true);
    const form = new FormData();
    form.set('List-Unsubscribe', 'One-Click');
    const answer = await fetch(served.url + path, { method: 'POST', body: form });
    expect(answer.status).toBe(200);
    expect((await readMailWishes(school.ilse)).aside).toBe(false);
  });

  it('still opens from a mail of a time when more kinds were told', async () => {
    const told = JSON.stringify({ person: school.ilse.id, kinds: ['a-kind-of-before', 'aside'] });
    const sealed = (await seal(told, 'mail-stop')).toString('base64url');
    expect(await readStop(sealed)).toEqual({ person: school.ilse.id, kinds: ['aside'] });
  });

  it('is nobody’s to make up', async () => {
    const path = await pathOf();
    expect((await press(`${path.slice(0, -4)}AAAA`, 'List-Unsubscribe=One-Click')).status).toBe(404);
    expect((await press('/mail/stop/x', 'List-Unsubscribe=One-Click')).status).toBe(404);
  });

  it('opens nothing else to other sites', async () => {
    const foreign = { origin: 'https://elsewhere.example' };
    expect((await press('/sign-in', 'account=x&password=y', foreign)).status).toBe(403);
    expect((await press('/sign-in', 'account=x&password=y')).status).toBe(403);
    expect((await press('/tidings/mail?/keep', 'kind=aside', foreign)).status).toBe(403);
  });
});

it('shows everybody their own mails of the outbox, and the office all of them', async () => {
  const ilse = `${school.ilse.id}@skerrow.example`;
  await execute('update people set email = $2 where id = $1', [school.ilse.id, ilse]);
  for (const to of [ilse.toUpperCase(), 'somebody@skerrow.example'])
    await inTransaction((tx) => queueMail({ to, subject: 'Low tide', body: 'x' }, tx));
  const hers = await readOutbox(school.ilse);
  expect(hers.map(({ to }) => to)).toEqual([ilse.toUpperCase()]);
  const all = await readOutbox(OFFICE);
  expect(all.length).toBeGreaterThan(1);
  const other = all.find(({ to }) => to === 'somebody@skerrow.example');
  expect(await readEml(school.ilse, other?.id ?? '')).toBeNull();
  expect(await readEml(school.ilse, hers[0]?.id ?? '')).not.toBeNull();
});
