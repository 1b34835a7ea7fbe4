import { expect, signIn, test } from './world';

test('by phrase: a wrong one is met kindly, the right one leads in', async ({ world }) => {
  const odile = await world.plain('odile', '/courses/tidal-ecology/roster');
  const [row] = await world.sql("select join_phrase from courses where slug = 'tidal-ecology'");
  const phrase = String(row?.join_phrase);
  await expect(odile.getByText(phrase)).toBeVisible();
  const isolde = await world.plain('isolde');
  await isolde.getByRole('link', { name: 'write it here' }).click();
  await isolde.getByLabel('Join phrase').fill('amber tide lantern');
  await isolde.getByRole('button', { name: 'Join' }).click();
  await expect(isolde.getByRole('alert')).toContainText('Check each word with your teacher');
  await expect(isolde.getByLabel('Join phrase')).toHaveValue('amber tide lantern');
  await isolde.getByLabel('Join phrase').fill(phrase.toUpperCase());
  await isolde.getByRole('button', { name: 'Join' }).click();
  await expect(isolde.getByRole('heading', { level: 1 })).toHaveText('Tidal Ecology');
  await odile.reload();
  await expect(odile.getByRole('listitem').filter({ hasText: 'Isolde Marr' })).toContainText('by the join phrase');
});

test('by invitation: from the Desk, from the mail, under the wrong account, and used up', async ({ world }) => {
  const petra = await world.plain('petra', '/courses/crew-hours/roster');
  await petra.getByLabel('Addresses').fill('noor@skerrow.example, finn@skerrow.example');
  await petra.getByRole('button', { name: 'Invite' }).click();
  await expect(petra.getByRole('listitem').filter({ hasText: 'noor@skerrow.example' })).toContainText('Waiting');
  await petra.goto(`${world.url}/outbox`);
  // Reminders of theirs may have come there too.
  const mail = petra
    .getByRole('listitem')
    .filter({ hasText: 'finn@skerrow.example' })
    .filter({ has: petra.getByRole('link', { name: /\/join\// }) });
  const link = (await mail.getByRole('link', { name: /\/join\// }).getAttribute('href')) ?? '';
  const eml = await petra.download(mail.getByRole('link', { name: 'As .eml' }));
  expect(eml.name).toMatch(/\.eml$/);

  const ilse = await world.plain('ilse', null);
  await ilse.goto(link);
  await expect(ilse.getByRole('alert')).toContainText('This invitation is for finn@skerrow.example');
  await expect(ilse.getByRole('alert')).toContainText('ilse@skerrow.example');
  await ilse.getByRole('button', { name: 'Sign in as someone else' }).click();
  await expect(ilse).toHaveURL(/sign-in\?to=/);

  const finn = await world.plain(null);
  await finn.goto(link);
  await finn.getByLabel('Account name').fill('finn');
  await finn.getByLabel('Password').fill('low tide at noon');
  await finn.getByRole('button', { name: 'Sign in', exact: true }).click();
  await finn.getByRole('button', { name: 'Join Crew Hours' }).click();
  await expect(finn.getByRole('heading', { level: 1 })).toHaveText('Crew Hours');
  await finn.goto(link);
  await expect(finn.getByRole('main')).toContainText('used already');

  await world.at('2027-03-25T15:20:00Z');
  const late = await world.plain(null);
  await signIn(late, world.url, 'noor');
  await expect(late.getByText('invites you to')).toHaveCount(0);
});

test('from the Desk: the invitation that waits is one press away', async ({ world }) => {
  const isolde = await world.plain('isolde');
  await expect(isolde.getByRole('main')).toContainText('Ms Petra Holm invites you to Crew Hours');
  await isolde.getByRole('button', { name: 'Join' }).click();
  await expect(isolde.getByRole('heading', { level: 1 })).toHaveText('Crew Hours');
  await isolde.goto(`${world.url}/desk`);
  await expect(isolde.getByRole('main')).toContainText('Evidence of your ferry shifts');
});

test('leaving and coming back loses nothing', async ({ world }) => {
  const odile = await world.plain('odile', '/courses/tidal-ecology/roster');
  const hers = odile.getByRole('listitem').filter({ hasText: 'Ilse Varga' });
  await hers.getByText('Take Ilse Varga out').click();
  await hers.getByRole('button', { name: 'Take them out' }).click();
  await expect(odile.getByRole('main')).toContainText('29 students');
  const ilse = await world.plain('ilse');
  await expect(ilse.getByRole('main').getByText('Field report')).toHaveCount(0);
  const [row] = await world.sql("select join_phrase from courses where slug = 'tidal-ecology'");
  await ilse.goto(`${world.url}/join`);
  await ilse.getByLabel('Join phrase').fill(String(row?.join_phrase));
  await ilse.getByRole('button', { name: 'Join' }).click();
  await expect(ilse.getByRole('main')).toContainText('With you: in progress');
});
