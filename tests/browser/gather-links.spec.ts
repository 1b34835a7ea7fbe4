import { addFiles, place } from './gathering';
import type { PlainPage } from './plain/page';
import { expect, expectAccessible, file, openFromList, submit, test } from './world';

const DOUBTFUL = [
  ['/club/lab-book', 'Asks to sign in'],
  ['/notebooks/ilse/storm-week', 'Not published'],
  ['/no-such-page', 'Not found'],
  ['/gallery/2025', 'A front page'],
  ['/notebooks/ilse/tide-gauge/edit', 'An editing address'],
  ['/under-repair', 'Could not be reached now'],
  ['/inwards', 'Opens only inside a network']
] as const;

/** Adds a link to a place, as it is done without scripts. */
async function addLink(page: PlainPage, title: string, address: string, called = ''): Promise<void> {
  await place(page, title).getByLabel('Address of a link').fill(address);
  await place(page, title).getByLabel('Title').fill(called);
  await place(page, title).getByRole('button', { name: 'Add the link' }).click();
}

test('each kind of page that may not be what was meant is named, and nothing is added', async ({ world }) => {
  const ilse = await world.plain('ilse');
  await openFromList(ilse, 'Field report, rock pools');
  for (const [path, says] of DOUBTFUL) {
    await addLink(ilse, 'Also', world.site(path));
    await expect(ilse.getByRole('alert').first()).toContainText(says);
    await expect(place(ilse, 'Also').getByLabel('Address of a link')).toHaveValue(world.site(path));
  }
});

test('a page is looked at before its link is added; a doubtful one is kept only knowingly', async ({ world }) => {
  const ilse = await world.as('ilse', { work: 'Field report, rock pools' });
  const also = place(ilse, 'Also');
  await also.getByRole('button', { name: 'A link into Also' }).click();
  const [path, says] = DOUBTFUL[0];
  await also.getByRole('textbox', { name: /^Address\s*As/ }).fill(world.site(path));
  await also.getByRole('button', { name: 'Look and add to Also' }).click();
  await expect(also.getByRole('alert')).toContainText(says);
  await expectAccessible(ilse);
  await also.getByRole('button', { name: 'Add it all the same' }).click();
  await expect(also).toContainText('Kept knowingly.');

  await also.getByRole('button', { name: 'A link into Also' }).click();
  await also.getByRole('textbox', { name: /^Address\s*As/ }).fill(world.site('/notebooks/own-tab'));
  await also.getByLabel('Title').fill('My notebook');
  await also.getByRole('button', { name: 'Look and add to Also' }).click();
  await expect(also.getByRole('link', { name: 'My notebook' })).toBeVisible();
  await expect(also).toContainText('Opens in a tab of its own');
  await also.getByRole('button', { name: 'A link into Also' }).click();
  await also.getByRole('textbox', { name: /^Address\s*As/ }).fill('not an address');
  await also.getByRole('button', { name: 'Look and add to Also' }).click();
  await expect(also.getByRole('alert')).toContainText('That is no web address');
});

test('links inside a document are looked at like any other', async ({ world }) => {
  const ilse = await world.plain('ilse');
  await openFromList(ilse, 'Field report, rock pools');
  const also = place(ilse, 'Also');
  const notes = `[mine](${world.site('/notebooks/own-tab')}), then ${world.site('/club/lab-book')}.`;
  await addFiles(ilse, 'Also', file('notes.md', notes));
  const inside = also.getByText('2 links inside; one of them: asks to sign in');
  await expect(inside).toBeVisible();
  await inside.click();
  await expect(also.getByRole('link', { name: /lab-book/ })).toBeVisible();
  await expectAccessible(ilse);
});

test('work on a site of one’s own: the link is held against the site that was declared', async ({ world }) => {
  const ilse = await world.plain('ilse');
  await openFromList(ilse, 'Published notebook');
  const notebook = place(ilse, 'Notebook');
  await expect(notebook).not.toContainText('does not lie on the site');
  await notebook.getByRole('button', { name: /^Remove/ }).click();
  await addLink(ilse, 'Notebook', world.site('/notebooks/teodor/tide-gauge'));
  await expect(notebook).toContainText('does not lie on the site that you declared as yours');
});

test('when a page changes after the submit, both sides are told, and what was there is kept', async ({ world }) => {
  const says = (text: string) => fetch(world.site('/notebooks/changing'), { method: 'PUT', body: text });
  await says('The gauge read 214 cm at noon.');
  const ilse = await world.plain('ilse');
  await openFromList(ilse, 'Field report, rock pools');
  const also = place(ilse, 'Also');
  await addLink(ilse, 'Also', world.site('/notebooks/changing'));
  await expect(also.getByRole('link', { name: 'Gauge book' })).toBeVisible();
  await submit(ilse, /^Submit round 1/);
  await expect(ilse.getByRole('complementary')).toContainText('With your teacher');

  await says('The gauge read 99 cm at noon.');
  await world.at('2027-03-11T09:00:00Z');
  await ilse.reload();
  const changed = 'The page says something else since';
  await expect(ilse.getByRole('main').getByText(changed).first()).toBeVisible();
  const odile = await world.plain('odile');
  await openFromList(odile, 'Ilse Varga.*Field report');
  await expect(odile.getByRole('main').getByText(changed)).toBeVisible();
  await expect(odile.getByRole('main')).toContainText('The gauge read 214 cm at noon.');
});
