import { expect, expectAccessible, test } from './world';

const SUNDAY = '2027-03-14T17:30:00Z';

test('a family’s summary, from the invitation to the mail to its end', async ({ world }) => {
  const ilse = await world.plain('ilse', '/family');
  await expectAccessible(ilse);
  await ilse.getByLabel('Mail address').fill('aunt@skerrow.example');
  await ilse.getByLabel('Name').fill('Aunt Sigrid');
  await ilse.getByRole('button', { name: 'Invite to the summary' }).click();
  await expect(ilse.getByRole('listitem').filter({ hasText: 'Aunt Sigrid' })).toContainText('has not said yes yet');

  const [mail] = await world.sql("select body from mails where to_address = 'aunt@skerrow.example'");
  const link = /https?:\/\/\S+\/family\/\S+/.exec(String(mail?.body))?.[0] ?? '';
  const aunt = await world.plain(null);
  await aunt.goto(new URL(link).pathname.replace(/^/, world.url));
  await expect(aunt.getByRole('heading', { level: 1 })).toContainText('Ilse Varga');
  await aunt.getByRole('button', { name: 'Yes, send it to me' }).click();
  await expect(aunt.getByText('It comes every Sunday')).toBeVisible();

  await world.at(SUNDAY);
  const digests = () =>
    world.sql(
      "select body from mails where to_address = 'aunt@skerrow.example' and subject like '%week%schoolwork' order by at"
    );
  await expect.poll(async () => (await digests()).length, { timeout: 90_000 }).toBe(2);
  const text = String((await digests())[1]?.body);
  expect(text).toContain('Overdue, nothing is there');
  await ilse.goto(`${world.url}/family`);
  await ilse.getByText(/, to Aunt Sigrid$/).click();
  await expect(
    ilse
      .getByText(/Overdue, nothing is there/)
      .locator('visible=true')
      .first()
  ).toBeVisible();

  await aunt.goto(new URL(link).pathname.replace(/^/, world.url));
  await aunt.getByRole('button', { name: 'End these summaries' }).click();
  await expect(aunt.getByText('No further summary comes to this address.')).toBeVisible();
  await ilse.reload();
  await expect(ilse.getByRole('listitem').filter({ hasText: 'aunt@skerrow.example' })).toHaveCount(0);
});

test('a guardian sees the week and no more; whoever supports a student writes to them aside', async ({ world }) => {
  const henrik = await world.plain('henrik');
  await expect(henrik).toHaveURL(/\/family$/);
  await expect(henrik.getByRole('heading', { name: 'Ilse Varga' })).toBeVisible();
  await expectAccessible(henrik);
  for (const path of ['/grades/tidal-ecology', '/courses/tidal-ecology', '/support'])
    await expect.soft((await henrik.request.get(world.url + path)).ok() && path !== '/support').toBe(false);

  const robin = await world.plain('robin', '/support');
  await robin.getByRole('link', { name: 'Ilse Varga' }).click();
  await expectAccessible(robin);
  await robin.getByLabel('Write to Ilse Varga').fill('Shall we sort out the tide gauge together?');
  await robin.getByRole('button', { name: 'Send' }).click();
  const ilse = await world.plain('ilse', '/family');
  await expect(ilse.getByText('Shall we sort out the tide gauge together?')).toBeVisible();
});

test('everything of one’s own is put together and fetched', async ({ world }) => {
  const ilse = await world.plain('ilse', '/signed-in');
  await ilse.getByRole('button', { name: 'Put it together' }).click();
  const fetchIt = ilse.getByRole('link', { name: 'fetch it' });
  await expect(fetchIt).toBeVisible({ timeout: 60_000 });
  expect((await ilse.download(fetchIt)).name).toBe('Everything of yours in Vendro.zip');
});
