import type { Asked } from './plain/page';
import { expect, expectAccessible, holdScripts, openFromList, test } from './world';

const ask = (page: Asked) => page.getByRole('region', { name: 'Ask', exact: true });
const unread = (page: Asked) => page.getByRole('link', { name: /^Tidings/ });

async function write(page: Asked, field: string, text: string, button: RegExp): Promise<void> {
  await page.getByRole('textbox', { name: field }).fill(text);
  await page.getByRole('button', { name: button }).click();
  await expect(page.getByRole('listitem').filter({ hasText: text }).first()).toBeVisible();
}

test('a private question that nearly went to the class is the teacher’s alone, before anyone has read it', async ({
  world
}) => {
  const ilse = await world.as('ilse', { work: 'Zonation diagram' });
  const floor = ilse.getByRole('region', { name: 'Open floor, to the whole class' });
  // The readers are named at the point of writing, with their number.
  await expect(floor).toContainText(/All \d+ people in Tidal Ecology read this/);
  await expect(ask(ilse)).toContainText('Only Dr Odile Ferrante reads this');
  await write(ilse, 'Say it to everyone', 'I was in hospital that week', /^Say it to all \d+$/);
  await expectAccessible(ilse);
  await ilse.getByRole('button', { name: 'Make it for your teachers only' }).click();
  await expect(floor.getByText('I was in hospital that week')).toHaveCount(0);
  await expect(ask(ilse).getByText('I was in hospital that week')).toBeVisible();

  const teodor = await world.plain('teodor');
  await openFromList(teodor, 'Zonation diagram');
  await expect(ask(teodor)).toBeVisible();
  await expect(teodor.getByText('I was in hospital that week')).toHaveCount(0);

  const odile = await world.plain('odile');
  await unread(odile).click();
  await odile.getByRole('link', { name: /Ilse Varga wrote aside on Zonation diagram.*I was in hospital/ }).click();
  await expect(odile.getByRole('heading', { name: 'Aside with Ilse Varga' })).toBeVisible();
  await expect(odile.getByText('I was in hospital that week')).toBeVisible();
  // Now it has been read, and can only be put right.
  await expect(ilse.getByText('· read')).toBeVisible();
  await expect(ilse.getByRole('button', { name: 'Take it back' })).toHaveCount(0);
});

test('what was said can be taken back unread, put right for ten minutes, and points at the work', async ({ world }) => {
  const ilse = await world.as('ilse', { work: 'Field report, rock pools' });
  await write(ilse, 'Ask your teacher', 'Is this the wrong pier?', /^Send it to Dr Odile Ferrante only$/);
  await ilse.getByRole('button', { name: 'Take it back' }).click();
  await expect(ilse.getByText('Is this the wrong pier?')).toHaveCount(0);

  await ask(ilse).getByLabel('About').selectOption({ label: 'pool-counts.csv' });
  await write(ilse, 'Ask your teacher', 'Is row seven a typo?', /^Send it to Dr Odile Ferrante only$/);
  const said = ilse.getByRole('listitem').filter({ hasText: 'Is row seven a typo?' });
  await expect(said.getByRole('link', { name: 'pool-counts.csv' })).toBeVisible();
  await said.getByRole('button', { name: 'Put it right' }).click();
  await ilse.getByRole('textbox', { name: 'Put it right' }).fill('Is row eight a typo?');
  await ilse.getByRole('button', { name: 'Keep it so' }).click();
  const right = ilse.getByRole('listitem').filter({ hasText: 'Is row eight a typo?' });
  await expect(right).toContainText('put right since');
  await world.at('2027-03-10T15:31:00Z');
  await ilse.reload();
  await expect(right).toBeVisible();
  await expect(right.getByRole('button', { name: 'Put it right' })).toHaveCount(0);
});

test('files and a voice go with a message, and are for its readers alone', async ({ world }) => {
  const ilse = await world.as('ilse', { permissions: ['microphone'], work: 'Zonation diagram' });
  const aside = ask(ilse);
  await expect(aside.getByRole('button', { name: 'Record' }).first()).toBeEnabled();
  await aside
    .getByLabel('Attach files')
    .first()
    .setInputFiles({ name: 'station.txt', mimeType: 'text/plain', buffer: Buffer.from('bare rock') });
  await aside.getByRole('button', { name: 'Record' }).first().click();
  const studio = ilse.getByRole('dialog', { name: 'Record for this message' });
  await studio.getByRole('button', { name: 'Open the microphone' }).click();
  await studio.getByRole('button', { name: 'Begin' }).click();
  await expect(studio.getByRole('timer')).toContainText(/^[1-9] s/);
  await studio.getByRole('button', { name: 'Stop' }).click();
  await studio.getByRole('button', { name: 'Put it beside the message' }).click();
  await expect(aside.getByText(/^Voice\.webm/)).toBeVisible();
  await write(ilse, 'Ask your teacher', 'Listen to the rope', /^Send it to Dr Odile Ferrante only$/);
  const said = ilse.getByRole('listitem').filter({ hasText: 'Listen to the rope' });
  await expect(said.getByLabel('Voice.webm')).toBeVisible();
  await said.getByText('station.txt', { exact: true }).click();
  const address = await said.getByRole('link', { name: 'Download it' }).first().getAttribute('href');
  const status = async (handle: string) =>
    (await (await world.plain(handle, null)).request.get(`${world.url}${address}`)).status();
  expect(await status('odile')).toBe(200);
  expect(await status('teodor')).toBe(404);
});

test('tidings come live into every open tab, lead to the exact place, and one mail goes for each', async ({
  world
}) => {
  const ilse = await world.as('ilse');
  const second = await ilse.context().newPage();
  await second.goto(`${world.url}/courses`);
  await ilse.goto(`${world.url}/tidings`);
  await ilse.getByRole('button', { name: 'Count all as read' }).click();
  for (const tab of [ilse, second]) await expect(unread(tab)).not.toContainText('new');
  await expectAccessible(ilse);

  const odile = await world.plain('odile');
  await odile.getByRole('link', { name: /Zonation diagram.*with you/s }).click();
  await odile.getByRole('link', { name: 'For Ilse Varga alone' }).click();
  const alone = odile.getByRole('cell', { name: 'Ilse Varga alone' });
  await alone.getByLabel('New due moment').fill('2027-03-20T18:00');
  await alone.getByRole('button', { name: 'Extend' }).click();
  for (const tab of [ilse, second]) await expect(unread(tab)).toContainText('1 new');
  const mails = () => world.sql("select subject from mails where to_address like 'ilse%' and subject like 'Zonation%'");
  await expect.poll(mails, { timeout: 40_000 }).toHaveLength(1);
  await ilse.getByRole('link', { name: /Zonation diagram.* is now due Sat 20 Mar, 18:00 for you/ }).click();
  await expect(ilse.getByRole('heading', { level: 1 })).toContainText('Zonation diagram');
  await expect(unread(second)).not.toContainText('new');
  expect(await mails()).toHaveLength(1);
});

test('each person chooses what comes by mail; an aside of the course belongs to no assignment', async ({ world }) => {
  const ilse = await world.plain('ilse', '/tidings/mail');
  await expect(ilse.getByLabel('A round came in')).toHaveCount(0);
  await ilse.getByLabel('A notice to a course').check();
  await ilse.getByRole('button', { name: 'Keep' }).click();
  await expectAccessible(ilse);
  await expect(ilse.getByLabel('A notice to a course')).toBeChecked();

  await ilse.goto(`${world.url}/courses/tidal-ecology/aside`);
  await write(ilse, 'Ask your teacher', 'May I miss Friday?', /^Send it to Dr Odile Ferrante only$/);
  const odile = await world.plain('odile', '/courses/tidal-ecology/aside');
  await odile.getByRole('link', { name: /Ilse Varga.*May I miss Friday\?/s }).click();
  await expect(odile.getByRole('heading', { name: 'Aside with Ilse Varga' })).toBeVisible();
  await expectAccessible(odile);
  await write(odile, 'Write to Ilse Varga', 'Of course', /^Send it to Ilse Varga only$/);
  await expect(ilse.getByText('Of course')).toBeVisible();
});

test('what is written before the editor has come goes on in it', async ({ world }) => {
  const ilse = await world.as('ilse', { work: 'Zonation diagram' });
  await expect(ilse.getByRole('heading', { level: 1 })).toContainText('Zonation diagram');
  const open = await holdScripts(ilse);
  await ilse.reload({ waitUntil: 'commit' });
  const field = ilse.getByRole('textbox', { name: 'Ask your teacher' });
  // It is in the middle of a sentence that the editor comes.
  await field.fill('Which pier?\n\nThe old one <or> the new one, ');
  open();
  await expect(ask(ilse).getByRole('toolbar', { name: 'How it is written' })).toBeVisible();
  await expect(field).toBeFocused();
  await ilse.keyboard.type('at low water. ');
  await ilse.keyboard.type('So  be it.');
  await ilse.getByRole('button', { name: /^Send it to Dr Odile Ferrante only$/ }).click();
  const said = ask(ilse).getByRole('listitem').filter({ hasText: 'Which pier?' });
  await expect(said).toContainText('The old one <or> the new one, at low water. So be it.');
  const hard = "select count(*)::int as n from posts where body like '%' || chr(160) || '%'";
  expect(await world.sql(hard)).toEqual([{ n: 0 }]);
  await expect(field).toHaveText('');
});

test('without JavaScript a message is sent from a plain field', async ({ world }) => {
  const ilse = await world.plain('ilse');
  await openFromList(ilse, 'Zonation diagram');
  await ilse.getByRole('textbox', { name: 'Ask your teacher' }).fill('Is **this** the scale?');
  await ilse.getByRole('button', { name: /^Send it to Dr Odile Ferrante only$/ }).click();
  await expect(ilse.getByRole('listitem').filter({ hasText: 'Is this the scale?' })).toBeVisible();
});
