import { readFileSync } from 'node:fs';
import JSZip from 'jszip';
import { expect, expectAccessible, file, submit, test } from './world';

test('a receipt is kept with its round, taken away as a bag, verified by anyone, and an altered one is named', async ({
  world
}) => {
  const ilse = await world.as('ilse', { work: 'Field report, rock pools' });
  await ilse.getByLabel('Add files to Also').setInputFiles(file('tides.txt', 'Low water at noon.'));
  await expect(ilse.getByRole('link', { name: 'tides.txt' })).toBeVisible();
  await submit(ilse, 'Submit round 1: 3 pieces');
  await ilse.getByRole('link', { name: /^Receipt / }).click();
  const sheet = ilse.getByRole('main');
  await expect(sheet).toContainText('Field report, rock pools after the storm, round 1');
  await expect(sheet).toContainText('On time');
  await expect(sheet).toContainText('tides.txt');
  await expectAccessible(ilse);

  const download = async (name: string) => {
    const coming = ilse.waitForEvent('download');
    await ilse.getByRole('link', { name }).click();
    return readFileSync(await (await coming).path());
  };
  const bag = await download('Everything, as a ZIP');
  const signed = await download('The signed receipt alone');
  const paper = await download('As a PDF');

  const anyone = await world.window();
  await anyone.goto(`${world.url}/verify`);
  const main = anyone.getByRole('main');
  const choose = (name: string, buffer: Buffer) =>
    anyone
      .getByLabel('Choose a receipt or a ZIP')
      .setInputFiles({ name, mimeType: 'application/octet-stream', buffer });
  await expect(anyone.getByLabel('Choose a receipt or a ZIP')).toBeEnabled();
  // The page has what it needs by now.
  await choose('receipt.zip', bag);
  await expect(main).toContainText('The signature holds, and every file is as it was received.');
  await expectAccessible(anyone);
  await anyone.context().setOffline(true);
  await choose('receipt.pdf', paper);
  await expect(main).toContainText('The signature holds.');
  await choose('notes.txt', Buffer.from('nothing'));
  await expect(main).toContainText('There is no signed receipt in it');
  await choose('receipt.jws', signed);
  await expect(main).toContainText('The signature holds.');

  const altered = Buffer.from(bag);
  altered.write('HIGH', altered.indexOf('Low water'), 'latin1');
  await choose('altered.zip', altered);
  await expect(main).toContainText('The signature holds, but one file is not as received.');
  await expect(main.getByRole('listitem').filter({ hasText: 'tides.txt' })).toContainText(
    'Altered since it was received'
  );
  // Where only the receipt that can be read was changed, that is said too.
  const retold = await JSZip.loadAsync(bag);
  const plain = Object.values(retold.files).find((one) => one.name.endsWith('/receipt.json'));
  retold.file(plain?.name ?? '', ((await plain?.async('string')) ?? '').replace('"round": 1', '"round": 2'));
  await choose('retold.zip', await retold.generateAsync({ type: 'nodebuffer' }));
  await expect(main).toContainText('does not say what the school signed');
  const [header = '', , signature = ''] = signed.toString().split('.');
  await choose(
    'forged.jws',
    Buffer.from(`${header}.${Buffer.from('{"version":1}').toString('base64url')}.${signature}`)
  );
  await expect(main).toContainText('The signature does not hold');
  await choose('notes.txt', Buffer.from('no receipt at all'));
  await expect(main).toContainText('There is no signed receipt in it');

  // With the server gone the page opens anew, and still knows the school's keys and how to read a bag.
  await anyone.evaluate(async () => (await navigator.serviceWorker.ready).active?.state);
  await world.kill();
  await anyone.goto(`${world.url}/verify`);
  await expect(anyone.getByLabel('Choose a receipt or a ZIP')).toBeEnabled();
  await choose('receipt.zip', bag);
  await expect(main).toContainText('The signature holds, and every file is as it was received.');
});

test('a receipt is its student’s and their teachers’: nobody else finds it, its ZIP or its signature', async ({
  world
}) => {
  const [receipt] = await world.sql(
    `select r.number from receipts r join packets p on p.id = r.packet_id join party_members m on m.party_id = p.party_id
     join people s on s.id = m.person_id where s.handle = 'ilse' limit 1`
  );
  const address = `${world.url}/receipts/${String(receipt?.number)}`;
  const status = async (handle: string | null, path: string) => {
    const page = handle === null ? await world.plain(null) : await world.plain(handle);
    return (await page.request.get(address + path)).status();
  };
  for (const path of ['', '/bag', '/jws']) {
    expect(await status('ilse', path)).toBe(200);
    expect(await status('teodor', path)).toBe(404);
    expect(await status(null, path)).toBe(303);
  }
  const keys = await (await world.plain(null)).request.get(`${world.url}/.well-known/jwks.json`);
  expect(await keys.json()).toMatchObject({ keys: [{ kty: 'OKP', crv: 'Ed25519', use: 'sig' }] });
});
