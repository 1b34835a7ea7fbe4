import { addFiles } from './gathering';
import type { Asked, Opened } from './plain/page';
import { expect, expectAccessible, file, openFromList, submit, test } from './world';

const bar = (page: Asked) => page.getByRole('complementary', { name: 'Where it stands' });
const track = (page: Asked) => page.getByRole('region', { name: 'Where it is' });
const atDesk = async (page: Opened, url: string, title: string) => {
  await page.goto(`${url}/marking`);
  await page
    .getByRole('main')
    .getByRole('link', { name: new RegExp(`^Ilse Varga.*${title}`, 's') })
    .first()
    .click();
  // A page that was written here may have a title of its own, below that.
  await expect(page.getByRole('heading', { level: 1 }).first()).toHaveText('Ilse Varga');
};

test('a project passes its stages and two offices, with one step back', async ({ world }) => {
  const [ilse, casper, petra] = [
    await world.plain('ilse'),
    await world.plain('casper', null),
    await world.plain('petra', null)
  ];
  await openFromList(ilse, 'The skiff');
  await expect(bar(ilse)).toContainText('With the Service office');
  await expect(track(ilse).locator('[aria-current="step"]')).toContainText('Trial fit');
  await expectAccessible(ilse);

  // The office sends it back, and has to say why.
  await atDesk(petra, world.url, 'The skiff');
  await expectAccessible(petra);
  await petra.getByRole('button', { name: 'Back to “Drawings”' }).click();
  await expect(petra.getByRole('alert').first()).toContainText('Say what is missing before it goes back');
  await petra.getByLabel('Remark on the whole').fill('The rudder does not clear the slip.');
  await petra.getByRole('button', { name: 'Back to “Drawings”' }).click();
  await expect(petra.getByRole('status').filter({ hasText: 'Returned to Ilse Varga' })).toBeVisible();
  await expect(bar(ilse)).toContainText('Back with you, to “Drawings”');
  await expect(track(ilse)).toContainText('The rudder does not clear the slip.');

  await addFiles(ilse, 'What the stage asks', file('rudder.txt', 'shorter now'));
  await submit(ilse);
  await atDesk(casper, world.url, 'The skiff');
  await casper.getByRole('button', { name: 'Pass on to “Trial fit”' }).click();
  await expect(bar(ilse)).toContainText('With the Service office');
  await atDesk(petra, world.url, 'The skiff');
  await petra.getByRole('button', { name: 'Pass on to “Launch”' }).click();
  await expect(bar(ilse)).toContainText('With you: next comes “Launch”');
  await expect(ilse.getByText('It passed. Next comes “Launch”.')).toBeVisible();
  await submit(ilse);
  await atDesk(casper, world.url, 'The skiff');
  await casper.getByRole('button', { name: 'Past “Launch”: settle it' }).click();
  await expect(bar(ilse)).toContainText('Settled: through all its stages');
  await expect(track(ilse)).toContainText('Past “Launch”, the last stage');
});

test('hours are claimed, granted, asked about and seen at once', async ({ world }) => {
  await world.sql("update assignments set credit_target = 2 where title like 'Evidence of your ferry%'");
  const [ilse, petra] = [await world.plain('ilse'), await world.as('petra', { at: null })];
  await openFromList(ilse, 'Evidence of your ferry shifts');
  const credits = ilse.getByRole('region', { name: 'Credits' });
  await expect(credits).toContainText('2 still missing');
  await expect(credits.getByRole('row', { name: /Activity 1/ })).toContainText('Waits for an answer');
  await submit(ilse);
  await atDesk(petra, world.url, 'Evidence of your ferry shifts');
  const desk = petra.getByRole('region', { name: 'Credits' });
  await desk.getByText('Grant a part', { exact: true }).click();
  await desk.getByLabel('Granted of Activity 1').fill('3');
  await desk.getByLabel('Why, for Activity 1').fill('The way there does not count.');
  // On a slow line the page is still being read anew when it is mended and pressed again: that press counts.
  let readAnew = () => {};
  const held = new Promise<void>((resolve) => (readAnew = resolve));
  await petra.route('**/__data.json**', async (route) => {
    await held;
    await route.continue();
  });
  await desk.getByRole('button', { name: 'Tell the student about 1 activity' }).click();
  await expect(petra.getByRole('alert')).toContainText('Partly granted is less than what is claimed.');
  await desk.getByLabel('Granted of Activity 1').fill('2');
  await Promise.all([
    petra.waitForRequest((request) => request.method() === 'POST'),
    desk.getByRole('button', { name: 'Tell the student about 1 activity' }).click()
  ]);
  readAnew();
  await expect(desk).toContainText('2 hours granted of 2');
  await expectAccessible(petra);
  // It was not returned, and is seen all the same.
  await expect(bar(ilse)).toContainText('With your teacher');
  await expect(credits).toContainText('2 hours granted of 2');
  await expect(credits.getByRole('row', { name: /Activity 1/ })).toContainText(
    'Partly granted: The way there does not count.'
  );
  await expectAccessible(ilse);
  await petra.getByRole('button', { name: 'Settle it with what is granted' }).click();
  await expect(bar(ilse)).toContainText('Settled: credits granted');
});

test('what was handed over in person is incomplete at first, then complete', async ({ world }) => {
  const [ilse, casper] = [await world.plain('ilse'), await world.plain('casper', '/marking')];
  await openFromList(ilse, 'Lines plan of the skiff');
  await casper
    .getByRole('link', { name: /Lines plan of the skiff/ })
    .last()
    .click();
  await casper.getByRole('link', { name: 'For Ilse Varga alone' }).click();
  const alone = casper.getByRole('cell', { name: 'Ilse Varga alone' });
  await alone.getByLabel('Remark', { exact: true }).fill('The third view is not there.');
  await alone.getByRole('button', { name: /In person, but incomplete/ }).click();
  await expect(bar(ilse)).toContainText('Back with you: another round asked');
  await expect(ilse.getByRole('region', { name: 'What came back' })).toContainText('The third view is not there.');
  await casper.getByRole('link', { name: 'For Ilse Varga alone' }).click();
  await alone.getByLabel('Points of 20').fill('18');
  await alone.getByLabel('Remark', { exact: true }).fill('Now it is.');
  await alone.getByRole('button', { name: 'Accepted in person' }).click();
  await expect(bar(ilse)).toContainText('Settled: accepted in person');
  await expect(ilse.getByRole('region', { name: 'What came back' })).toContainText('18');
});

test('another round is asked with a list of three, which is worked off until it settles', async ({ world }) => {
  const [ilse, odile] = [await world.plain('ilse'), await world.as('odile', { at: null })];
  await openFromList(ilse, 'Zonation diagram');
  await addFiles(ilse, 'Diagram', file('zones.txt', 'Pelvetia above, Laminaria below.'));
  await submit(ilse);
  await expect(bar(ilse)).toContainText('With your teacher');
  await atDesk(odile, world.url, 'Zonation diagram');
  const remarks = odile.getByRole('complementary', { name: /^Remarks on/ }).first();
  for (const words of ['Where is the scale?', 'Which shore?']) {
    await remarks.getByRole('button', { name: 'Remark on all of it' }).click();
    await odile.getByRole('textbox', { name: /^Remark:/ }).fill(words);
    await odile.getByRole('button', { name: 'Keep the remark' }).click();
    await expect(remarks).toContainText(words);
  }
  await odile.getByText('Put onto their list, beside your remarks').click();
  await odile.getByRole('checkbox', { name: 'Diagram' }).check();
  await odile.getByRole('button', { name: 'Ask for another round' }).click();
  await expect(ilse.getByText('3 remarks on the work, 3 to deal with')).toBeVisible();
  for (let left = 2; left >= 0; left--) {
    await ilse
      .getByRole('button', { name: /^Dealt with/, pressed: false })
      .first()
      .click();
    await expect(ilse.getByText(left > 0 ? `${left} to deal with` : 'all dealt with')).toBeVisible();
  }
  await addFiles(ilse, 'Diagram', file('zones-2.txt', 'With a scale of one metre, north ledge.'));
  await submit(ilse);
  await atDesk(odile, world.url, 'Zonation diagram');
  await expect(odile.getByText('Its writer says that it is dealt with')).toHaveCount(3);
  await odile.getByLabel('Points of 15').fill('14');
  await odile.getByRole('button', { name: 'Return as settled' }).click();
  await expect(bar(ilse)).toContainText('Settled: returned');
});

test('who waits longer than usual reminds once, hears by when, and is asked to come by', async ({ world }) => {
  const [ilse, robin] = [await world.plain('ilse'), await world.plain('robin', null)];
  await openFromList(ilse, 'Reading aloud');
  const waits = ilse.getByRole('region', { name: 'What you wait for' });
  await expect(waits).toContainText('That is clearly longer than usual.');
  await waits.getByRole('button', { name: 'Send this reminder' }).click();
  await expect(waits).toContainText('There is no answer yet.');
  await expect(waits.getByRole('button', { name: 'Send this reminder' })).toHaveCount(0);

  await robin.goto(`${world.url}/marking`);
  await expect(robin.getByRole('link', { name: /Ilse Varga.*Reading aloud/s })).toContainText(
    'The student reminds you'
  );
  await atDesk(robin, world.url, 'Reading aloud');
  const reminded = robin.getByRole('region', { name: 'Ilse Varga reminds you of round 1' });
  await reminded.getByLabel('Or a word').fill('By Friday. I was at sea.');
  await reminded.getByRole('button', { name: 'Answer' }).click();
  await expect(waits).toContainText('By Friday. I was at sea.');
  await robin.getByText('Ask them to come and see you').click();
  await robin.getByLabel('First time').fill('2099-03-10T12:00');
  await robin.getByLabel('Second time').fill('2099-03-11T12:00');
  await robin.getByLabel('Where').fill('The reading room');
  await robin.getByRole('button', { name: 'Offer these times' }).click();
  await expect(waits).toContainText('Mx Robin Sato asks you to come by');
  await expectAccessible(ilse);
  await waits.getByLabel(/11 March 2099|Wed 11 Mar/).check();
  await waits.getByRole('button', { name: 'Answer' }).click();
  await expect(waits).toContainText('Your work stays where it is until then.');
  await expect(robin.getByRole('status').filter({ hasText: /Ilse Varga comes .*The reading room/s })).toBeVisible();
  await expectAccessible(robin);
  await expect(bar(ilse)).toContainText('With your teacher');
});

test('classmates read each other’s works without names, and their words are shown when the teacher shows them', async ({
  world
}) => {
  await world.sql(`update assignments set peers = '{"count": 1, "nameless": true}' where title like 'Quadrat count%'`);
  const [odile, ilse] = [await world.plain('odile', '/marking'), await world.as('ilse', { at: null })];
  await odile
    .getByRole('link', { name: /Quadrat count/ })
    .last()
    .click();
  await odile.getByRole('button', { name: 'Hand out what has come' }).click();
  await expect(odile.getByText(/Read by classmates: [1-9]\d* works handed out, 0 read/)).toBeVisible();

  await ilse.goto(`${world.url}/desk/settled`);
  await openFromList(ilse, 'Quadrat count');
  await ilse.getByRole('link', { name: 'A classmate’s work' }).click();
  const remarks = ilse.getByRole('complementary', { name: /^Remarks on/ }).first();
  await remarks.getByRole('button', { name: 'Remark on all of it' }).click();
  await ilse.getByRole('textbox', { name: /^Remark:/ }).fill('Where is station 7?');
  await ilse.getByRole('button', { name: 'Keep the remark' }).click();
  await expect(remarks).toContainText('Where is station 7?');
  await ilse.getByLabel('Of the whole').fill('Clear, and the zero is there.');
  await expectAccessible(ilse);
  await ilse.getByRole('button', { name: 'Hand in what you say' }).click();
  await expect(ilse.getByText('You have read all of them.')).toBeVisible();
  await expect(odile.getByText(/handed out, 1 read, 0 shown/)).toBeVisible();
  await odile.getByRole('button', { name: 'Show writers what was said' }).click();
  await expect(odile.getByText(/1 read, 1 shown/)).toBeVisible();
  const [writer] = (await world.sql(
    `select s.handle from peer_readings g join packets p on p.id = g.packet_id
     join party_members m on m.party_id = p.party_id join people s on s.id = m.person_id where g.shown_at is not null`
  )) as Array<{ handle: string }>;
  const classmate = await world.plain(writer?.handle ?? '', '/desk/settled');
  await openFromList(classmate, 'Quadrat count');
  const said = classmate.getByRole('region', { name: 'What classmates said of yours' });
  await expect(said).toContainText('A classmate');
  await expect(said).toContainText('Clear, and the zero is there.');
  await expectAccessible(classmate);
});

test('two teachers at one work: each sees the other, and what was returned is not written over unseen', async ({
  world
}) => {
  await world.sql(
    `insert into enrolments (course_id, person_id, role, joined_at)
     select c.id, p.id, 'teacher', now() from courses c, people p where c.slug = 'tidal-ecology' and p.handle = 'amara'`
  );
  const [odile, amara] = [await world.as('odile', { at: '/marking' }), await world.as('amara', { at: null })];
  await openFromList(odile, 'Field report');
  await expect(odile.getByLabel('Points of 40')).toBeVisible();
  await amara.goto(odile.url());
  await expect(amara.getByText('Dr Odile Ferrante has this open too.')).toBeVisible();
  await expect(odile.getByText('Ms Amara Teague has this open too.')).toBeVisible();
  await amara.getByLabel('Points of 40').fill('31');
  await amara.getByLabel('Remark on the whole').fill('Amara’s words.');
  await odile.getByLabel('Points of 40').fill('30');
  await odile.getByRole('button', { name: 'Return as settled' }).click();
  await expect(odile.getByRole('status').filter({ hasText: /^Returned to/ })).toBeVisible();
  await amara
    .getByRole('button', { name: /Return/ })
    .first()
    .click();
  await expect(amara.getByRole('alert')).toContainText('Somebody returned this while you had it open');
  await expect(amara.getByLabel('Remark on the whole')).toHaveValue('Amara’s words.');
});
