import type { Locator } from '@playwright/test';
import { piecesIn, place } from './gathering';
import { largeFile } from './large-file';
import { expect, test } from './world';

const MEGABYTE = 1_000_000;
/** How far a file on its way is, in percent, as its row says. */
const percent = async (row: Locator) => Number(/(\d+) %/.exec(await row.innerText())?.[1] ?? 0);

test.describe('a long recording on a bad line', () => {
  test.use({ settings: { VENDRO_MAX_FILE_MIB: '100' }, upPerSecond: 6 * MEGABYTE });

  test('40 MB go on where they stopped when the line is cut and when the server dies', async ({ world }) => {
    test.setTimeout(300_000);
    const { path, sha256 } = largeFile('harbour-bell.bin', 40);
    const ilse = await world.as('ilse', { work: 'Field report, rock pools' });
    /** Where each stretch of bytes began, as the browser sent it. */
    const began: number[] = [];
    ilse.on('request', (request) => {
      if (request.method() === 'PATCH') began.push(Number(request.headers()['upload-offset']));
    });
    const moving = place(ilse, 'Also').getByRole('listitem', { name: 'harbour-bell.bin, on its way' });

    await ilse.getByLabel('Add files to Also').setInputFiles(path);
    await expect.poll(() => percent(moving)).toBeGreaterThan(15);
    world.line?.cut();
    await expect(moving).toContainText('The connection is lost');
    world.line?.mend();
    await expect.poll(() => began.length).toBeGreaterThan(1);
    await expect.poll(() => percent(moving)).toBeGreaterThan(45);

    await world.kill();
    await expect(moving).toContainText('The connection is lost');
    await world.start();
    await expect(piecesIn(ilse, 'Also')).toHaveText(['harbour-bell.bin'], { timeout: 120_000 });

    // The first stretch began at nothing, the others where the server had stopped hearing: what was still in the
    // buffers of this machine when the line was cut (some megabytes of what the browser calls sent) is all that goes twice.
    const [first = -1, second = 0, ...later] = began;
    expect(first).toBe(0);
    expect(second).toBeGreaterThan(MEGABYTE);
    expect(later.length).toBeGreaterThan(0);
    expect(Math.min(...later)).toBeGreaterThan(9 * MEGABYTE);
    const [piece] = await world.sql("select sha256 from pieces where name = 'harbour-bell.bin'");
    expect(piece).toEqual({ sha256 });
  });

  test('one can pause, close the page, and choose the file again later', async ({ world }) => {
    const { path } = largeFile('reading-aloud.bin', 40);
    const ilse = await world.as('ilse', { work: 'Field report, rock pools' });
    const also = place(ilse, 'Also');
    await ilse.getByLabel('Add files to Also').setInputFiles(path);
    const moving = also.getByRole('listitem', { name: 'reading-aloud.bin, on its way' });
    await expect.poll(() => percent(moving)).toBeGreaterThan(20);
    await also.getByRole('button', { name: 'Pause reading-aloud.bin' }).click();
    await expect(moving).toContainText('What has arrived is kept');
    // Uploading is not attaching: what would be submitted does not hold it, and the page says so.
    await expect(also).toContainText('On its way here, not in the packet yet');
    await expect(ilse.getByRole('complementary')).toContainText('1 file is still on its way');

    const address = ilse.url();
    await ilse.close();
    const later = await world.as('ilse', { at: null });
    await later.goto(address);
    const left = place(later, 'Also').getByRole('listitem', { name: 'reading-aloud.bin, on its way' });
    await expect(left).toContainText('It is not being sent from this page.');
    const began: number[] = [];
    later.on('request', (request) => {
      if (request.method() === 'PATCH') began.push(Number(request.headers()['upload-offset']));
    });
    await left.getByLabel(/^Choose it again/).setInputFiles(path);
    await expect(piecesIn(later, 'Also')).toHaveText(['reading-aloud.bin'], { timeout: 60_000 });
    expect(began[0]).toBeGreaterThan(5 * MEGABYTE);
  });
});

test('a server with open pages stops when it is asked to', async ({ world }) => {
  const ilse = await world.as('ilse');
  // What is read elsewhere shows here: the page stands with all its scripts, and its live channel is open.
  await expect(
    ilse
      .getByRole('navigation', { name: /Runway/ })
      .getByRole('link')
      .first()
  ).toBeVisible();
  await world.sql(`update tidings set read_at = now() from people p where p.id = person_id and p.handle = 'ilse'`);
  await world.sql(
    `select pg_notify('vendro_live', json_build_object('people', json_build_array(id))::text) from people where handle = 'ilse'`
  );
  await expect(ilse.getByRole('link', { name: /^Tidings/ })).not.toContainText('new');
  expect(await world.stop()).toBe(0);
});
