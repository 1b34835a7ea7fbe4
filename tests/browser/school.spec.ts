import { expect, expectAccessible, signIn, test } from './world';

const file = (name: string, text: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });

test('the office adds somebody, who chooses a password by the link, comes in, and changes it', async ({ world }) => {
  const petra = await world.plain('petra');
  await petra.getByRole('navigation', { name: 'Rooms' }).getByRole('link', { name: 'School' }).click();
  await petra.getByLabel(/^Name\s*as it is said/).fill('Nora Lind');
  await petra.getByLabel(/^Account name/).fill('nora');
  await petra.getByLabel('Mail address', { exact: true }).fill('nora@skerrow.example');
  await petra.getByRole('button', { name: 'Add this person' }).click();
  await expect(petra.getByRole('heading', { level: 1 })).toHaveText('Nora Lind');
  await petra.getByRole('button', { name: 'Make a link' }).click();
  const link = petra.getByText(/\/password\//);
  await expect(link).toBeVisible();
  const href = (await link.textContent())?.trim() ?? '';

  await petra.getByRole('navigation', { name: 'The office' }).getByRole('link', { name: 'Courses' }).click();
  await petra.getByRole('link', { name: 'Sea Stories' }).click();
  await petra.getByLabel(/^Account names/).fill('nora nobody-here');
  await petra.getByRole('button', { name: 'Let them in' }).click();
  await expect(petra.getByRole('alert')).toContainText('Nobody has the account names nobody-here');
  await expect(petra.getByRole('link', { name: 'Nora Lind' })).toBeVisible();

  const nora = await world.plain(null);
  await nora.goto(href);
  await nora.getByLabel(/^New password/).fill('spring tide at dawn');
  await nora.getByLabel('The same once more').fill('spring tide at dusk');
  await nora.getByRole('button', { name: 'Keep this password' }).click();
  await expect(nora.getByRole('alert')).toContainText('differ');
  await nora.getByLabel(/^New password/).fill('spring tide at dawn');
  await nora.getByLabel('The same once more').fill('spring tide at dawn');
  await expectAccessible(nora);
  await nora.getByRole('button', { name: 'Keep this password' }).click();
  await expect(nora.getByRole('status')).toContainText('Sign in with it');
  await signIn(nora, world.url, 'nora', 'spring tide at dawn');
  await expect(nora).toHaveURL(/desk/);
  await nora.goto(href);
  await expect(nora.getByText('This link does not work')).toBeVisible();

  await nora.goto(`${world.url}/signed-in`);
  await nora.getByLabel('Present password').fill('spring tide at dawn');
  await nora.getByLabel(/^New password/).fill('neap tide at midnight');
  await nora.getByLabel('The same once more').fill('neap tide at midnight');
  await nora.getByRole('button', { name: 'Change it' }).click();
  await nora.getByRole('button', { name: 'Sign out' }).click();
  await signIn(nora, world.url, 'nora', 'neap tide at midnight');
});

test('whoever has lost their password gets back in by a mailed link, without scripts too', async ({ world }) => {
  const page = await world.plain(null);
  await page.goto(`${world.url}/sign-in`);
  await page.getByRole('link', { name: 'I have lost my password' }).click();
  await page.getByLabel('Account name or mail address').fill('ILSE@skerrow.example');
  await page.getByRole('button', { name: 'Mail me a link' }).click();
  const [mail] = await world.sql(
    "select body from mails where to_address = 'ilse@skerrow.example' and body like '%/password/%' order by at desc limit 1"
  );
  const [, token = ''] = /\/password\/(\S+)/.exec(String(mail?.body)) ?? [];
  await page.goto(`${world.url}/password/${token}`);
  await page.getByLabel(/^New password/).fill('spring tide at dawn');
  await page.getByLabel('The same once more').fill('spring tide at dawn');
  await page.getByRole('button', { name: 'Keep this password' }).click();
  await page.getByLabel('Account name').fill('ilse');
  await page.getByLabel('Password').fill('spring tide at dawn');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Desk' })).toBeVisible();
});

test('files of another school system are looked at line by line before anything happens', async ({ world }) => {
  const petra = await world.plain('petra', '/school/import');
  const users = [
    'sourcedId,username,givenName,familyName,email',
    'u1,nora,Nora,Lind,nora@skerrow.example',
    'u2,two words,Olav,Strand,olav@skerrow.example'
  ];
  await petra.getByLabel(/^users\.csv/).setInputFiles(file('users.csv', users.join('\n')));
  await petra.getByLabel(/^classes\.csv/).setInputFiles(file('classes.csv', 'sourcedId,title\nc1,Kelp and Rope\n'));
  const enrolments = 'classSourcedId,userSourcedId,role\nc1,u1,student\nc1,u2,student\n';
  await petra.getByLabel(/^enrollments\.csv/).setInputFiles(file('enrollments.csv', enrolments));
  await petra.getByRole('button', { name: 'Look at what would happen' }).click();
  const left = petra.getByRole('list', { name: 'Rows left out' }).getByRole('listitem');
  await expect(left).toHaveText([/users\.csv, line 3/, /enrollments\.csv, line 3/]);
  expect(await world.sql("select 1 from people where handle = 'nora'")).toEqual([]);
  await expectAccessible(petra);
  await petra.getByRole('button', { name: 'Take in all but these rows' }).click();
  await expect(petra.getByRole('status')).toContainText('Taken in: 1 accounts, 1 courses, 1 enrolments');
  await petra.goto(`${world.url}/school/courses`);
  await petra.getByRole('link', { name: 'Kelp and Rope' }).click();
  await expect(petra.getByRole('link', { name: 'Nora Lind' })).toBeVisible();
});

test('the office sees damaged files and mails that nobody took', async ({ world }) => {
  await world.sql(
    "insert into blob_troubles (sha256, what, found_at) select sha256, 'altered', now() from round_pieces limit 1"
  );
  await world.sql(
    "insert into mails (to_address, subject, body, at, failed_at, problem) values ('gone@skerrow.example', 'Join', 'x', now(), now(), '550 no such mailbox')"
  );
  const petra = await world.plain('petra', '/school/troubles');
  await expect(petra.getByText('is not what was stored')).toBeVisible();
  await expect(petra.getByText('550 no such mailbox')).toBeVisible();
  await expectAccessible(petra);
  const ilse = await world.plain('ilse', null);
  expect((await ilse.goto(`${world.url}/school/troubles`))?.status()).toBe(404);
});
