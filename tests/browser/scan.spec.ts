import type { Page } from '@playwright/test';
import { expect, expectAccessible, openFromList, test, type World } from './world';
import { piecesIn, place } from './gathering';

/** The scanner of a place, opened by the person whose page it is. */
async function scanner(page: Page, world: World, title = 'Worked sights') {
  await page.goto(`${world.url}/courses/celestial-navigation`);
  await openFromList(page, 'Three-star fix');
  await page.getByRole('button', { name: `Scan sheets into ${title}` }).click();
  const dialog = page.getByRole('dialog', { name: `Scan for ${title}` });
  await expect(dialog).toBeVisible();
  return dialog;
}

const sheetNo = (dialog: ReturnType<Page['getByRole']>, no: number) =>
  dialog.getByRole('list', { name: 'Sheets in their order' }).getByRole('button', { name: `Look at sheet ${no}` });
const becomes = (dialog: ReturnType<Page['getByRole']>, no: number) =>
  dialog.getByRole('img', { name: `Sheet ${no} as it will be` });

test('three sheets that the camera takes by itself are put in order, become one PDF by thumb, and are found by a word', async ({
  world
}) => {
  const ilse = await world.as('ilse', { at: null, viewport: { width: 360, height: 780 }, hasTouch: true });
  const dialog = await scanner(ilse, world);
  await dialog.getByRole('button', { name: 'Use the camera' }).tap();
  // The browser's own camera shows no sheet: the simulated one of the demo lays some before itself.
  await dialog.getByRole('combobox', { name: 'Camera' }).selectOption({ label: 'A simulated camera' });
  for (const count of [1, 2, 3]) {
    await expect(dialog.getByText(`${count} taken.`)).toBeVisible({ timeout: 60_000 });
    if (count < 3) await dialog.getByRole('button', { name: 'Lay the next sheet there' }).tap();
  }
  await dialog.getByRole('button', { name: 'Put the camera away' }).tap();
  await dialog.getByRole('button', { name: 'Sheet 3 earlier' }).tap();
  await sheetNo(dialog, 2).tap();
  await expect(becomes(dialog, 2)).toBeVisible({ timeout: 60_000 });
  await dialog.getByRole('button', { name: 'Move its corners' }).tap();
  const corner = dialog.getByRole('slider', { name: 'Top left corner' });
  await corner.focus();
  const before = await corner.getAttribute('aria-valuenow');
  await ilse.keyboard.press('ArrowRight');
  await expect(corner).not.toHaveAttribute('aria-valuenow', before ?? '');
  await dialog.getByRole('button', { name: 'Show the sheet' }).tap();
  await dialog.getByRole('button', { name: 'Turn right' }).tap();
  await dialog.getByRole('button', { name: 'Turn left' }).tap();
  await expect(becomes(dialog, 2)).toBeVisible();
  await expectAccessible(ilse);
  await dialog.getByRole('button', { name: 'Put it into the packet' }).tap();
  await expect(dialog).toBeHidden({ timeout: 90_000 });
  await expect(piecesIn(ilse, 'Worked sights')).toHaveText(['Worked sights.pdf']);

  // It is read behind the page, then found by what is written on it.
  await expect(async () => {
    await ilse.goto(`${world.url}/search?q=semidiameter`);
    await expect(ilse.getByRole('main').getByRole('link', { name: /Worked sights\.pdf/ })).toBeVisible({
      timeout: 1000
    });
  }).toPass();
  const rows = await world.sql(
    "select f.facts->'made' as made from blob_facts f join pieces p on p.sha256 = f.sha256 where p.name = 'Worked sights.pdf'"
  );
  expect(rows).toEqual([{ made: { scan: { sheets: [[], [], []] } } }]);
});

test('what was begun is there again after the tab is gone; what is wrong with a sheet is said at once and in the packet', async ({
  world
}) => {
  const ilse = await world.as('ilse', { at: null });
  let dialog = await scanner(ilse, world);
  const photographs = dialog.getByLabel('Photographs from this device');
  const noon = 'src/lib/ui/capture/simulated/noon-sight.jpg';
  await photographs.setInputFiles([noon, 'src/lib/ui/capture/simulated/night-watch.jpg', noon]);
  await expect(dialog.getByText('It looks like an earlier sheet.')).toBeVisible({ timeout: 60_000 });
  await photographs.setInputFiles({
    name: 'words.jpg',
    mimeType: 'image/jpeg',
    buffer: Buffer.from('no picture at all')
  });
  await expect(dialog.getByRole('alert')).toContainText('could not be read as a photograph');
  // The tab is killed, not closed.
  await ilse.close({ runBeforeUnload: false });
  const again = await ilse.context().newPage();
  dialog = await scanner(again, world);
  await expect(dialog.getByText('3 sheets that you began here are still there.')).toBeVisible();
  await sheetNo(dialog, 3).click();
  await dialog.getByRole('button', { name: 'Leave it out' }).click();
  await dialog.getByRole('button', { name: 'Put it back' }).click();
  await expect(becomes(dialog, 3)).toBeVisible({ timeout: 60_000 });
  // Without a line it is made all the same, and goes when the line is back.
  await dialog.getByText(/^Read the writing/).click();
  await again.context().setOffline(true);
  await dialog.getByRole('button', { name: 'Put it into the packet' }).click();
  await expect(dialog).toBeHidden({ timeout: 60_000 });
  await expect(place(again, 'Worked sights').getByText('On its way here, not in the packet yet')).toBeVisible();
  await again.context().setOffline(false);
  await expect(piecesIn(again, 'Worked sights')).toHaveText(['Worked sights.pdf']);
  await again.getByRole('button', { name: /things? to look at/ }).click();
  await expect(again.getByText('Worked sights.pdf: sheet 3 looks like an earlier one.', { exact: true })).toBeVisible();
  await again.keyboard.press('Escape');
  // Nothing of it is kept on the device any more.
  dialog = await scanner(again, world);
  await expect(dialog.getByText(/Lay each sheet flat/)).toBeVisible();
  await expect(dialog.getByText(/still there/)).toHaveCount(0);
});

test('a camera that may not be used says so, how to allow it, and leaves photographs as a way', async ({ world }) => {
  const ilse = await world.as('ilse');
  await ilse.addInitScript(() => {
    navigator.mediaDevices.getUserMedia = () => Promise.reject(new DOMException('No.', 'NotAllowedError'));
  });
  const dialog = await scanner(ilse, world);
  await dialog.getByRole('button', { name: 'Use the camera' }).click();
  await expect(dialog.getByRole('alert')).toContainText('This page may not use the camera.');
  await expect(dialog.getByRole('alert')).toContainText('allow it there');
  await expectAccessible(ilse);
  await expect(dialog.getByLabel('Photographs from this device')).toBeAttached();
});
