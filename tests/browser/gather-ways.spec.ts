import { drop, paste, photograph, piecesIn, place } from './gathering';
import { expect, expectAccessible, file, submit, test } from './world';

test('every way of bringing a piece: browse, drop, paste, the Shelf, a link, a store elsewhere', async ({ world }) => {
  const ilse = await world.as('ilse', { work: 'Field report, rock pools' });
  const photographs = piecesIn(ilse, 'Photographs');

  await ilse
    .getByLabel('Add files to Photographs')
    .setInputFiles([await photograph('north.jpg'), await photograph('south-east.jpg')]);
  await expect(photographs).toHaveText(['north.jpg', 'south-east.jpg']);
  await drop(place(ilse, 'Photographs'), { files: [await photograph('dropped-in.jpg')] });
  await expect(photographs).toHaveCount(3);
  await place(ilse, 'Photographs').hover();
  await paste(ilse, { files: [await photograph('image.png')] });
  await expect(photographs).toHaveCount(4);

  const also = place(ilse, 'Also');
  await also.getByRole('button', { name: 'From the Shelf into Also' }).click();
  await also.getByLabel('Search your Shelf').fill('boxplots');
  await also.getByText('boxplots.pdf').click();
  await also.getByRole('button', { name: 'Add 1 piece here to Also' }).click();
  await expect(piecesIn(ilse, 'Also')).toHaveText(['boxplots.pdf']);

  await drop(also, { address: world.site('/notebooks/ilse/tide-gauge') });
  await expect(also.getByLabel(/^Address/)).toHaveValue(/tide-gauge/);
  await also.getByRole('button', { name: 'Look and add to Also' }).click();
  await expect(also.getByRole('link', { name: 'Tide gauge, north quay' })).toBeVisible();
  await expect(also).toContainText('Opens for anyone');

  const second = await ilse.context().newPage();
  await second.goto(`${world.url}/shelf/store`);
  await second.getByLabel('WebDAV address').fill(world.site('/store/'));
  await second.getByLabel('Name there').fill('ilse');
  await second.getByLabel('Password there').fill('rope and kelp');
  await second.getByRole('button', { name: 'Connect' }).click();
  await expect(second.getByRole('alert')).toContainText('does not know this name and password');
  await second.getByLabel('WebDAV address').fill(world.site('/store/'));
  await second.getByLabel('Name there').fill('ilse');
  await second.getByLabel('Password there').fill('kelp and rope');
  await second.getByRole('button', { name: 'Connect' }).click();
  await second.getByRole('button', { name: 'Copy to the Shelf slow-line.bin' }).click();
  await expect(second.getByRole('status').filter({ hasText: '% copied' })).toBeVisible();
  await second.getByRole('button', { name: 'Cancel copying slow-line.bin' }).click();
  await expect(second.getByRole('button', { name: 'Copy to the Shelf slow-line.bin' })).toBeVisible();
  await expectAccessible(second);
  await second.getByRole('button', { name: 'Copy to the Shelf noon-sight-scan.pdf' }).click();
  await expect(second.getByRole('link', { name: 'On your Shelf' })).toBeVisible();

  // The picker that is open already shows what has come since.
  await also.getByRole('button', { name: 'From the Shelf into Also' }).click();
  await also.getByText('noon-sight-scan.pdf').first().click();
  await also.getByRole('button', { name: 'Look at noon-sight-scan.pdf here' }).first().click();
  await also.getByRole('button', { name: 'Add 1 piece here to Also' }).click();
  await expect(piecesIn(ilse, 'Also')).toHaveCount(3);
  await expectAccessible(ilse);
  await submit(ilse, /^Submit round 1.*9 pieces/);
  await expect(ilse.getByRole('complementary')).toContainText('With your teacher');
});

test('eleven photographs are too many: six are taken, and one PDF is made of all eleven', async ({ world }) => {
  const ilse = await world.as('ilse', { work: 'Field report, rock pools' });
  const eleven = await Promise.all(Array.from({ length: 11 }, (_, i) => photograph(`pool-${i + 1}.jpg`)));
  await expect(ilse.getByRole('button', { name: 'From the Shelf into Photographs' })).toBeEnabled();
  await drop(place(ilse, 'Photographs'), { files: eleven });
  await expect(piecesIn(ilse, 'Photographs')).toHaveCount(6);
  await expect(place(ilse, 'Photographs').getByText(/holds as many pieces as the brief takes/)).toHaveCount(5);

  const sketch = place(ilse, 'Field sketch');
  await ilse.getByLabel('Add files to Field sketch').setInputFiles(eleven);
  await expect(piecesIn(ilse, 'Field sketch')).toHaveText(eleven.map(({ name }) => name));
  await sketch.getByRole('button', { name: 'Combine or shrink' }).click();
  await sketch.getByRole('button', { name: 'pool-11.jpg earlier' }).click();
  await sketch.getByRole('button', { name: 'Make one PDF of 11' }).click();
  await sketch.getByRole('button', { name: 'Put it in their place' }).click();
  await expect(piecesIn(ilse, 'Field sketch')).toHaveText([/\.pdf$/]);
  await sketch.getByRole('button', { name: /^Look at .*\.pdf here/ }).click();
  await expect(sketch).toContainText('of 11');
  await ilse.goto(`${world.url}/shelf?q=pool-11`);
  await expect(ilse.getByRole('main').getByRole('link', { name: 'pool-11.jpg' })).toBeVisible();
});

test('photographs that are too large are made smaller, seen before and after', async ({ world }) => {
  const ilse = await world.as('ilse', { work: 'Field report, rock pools' });
  const sketch = place(ilse, 'Field sketch');
  await ilse.getByLabel('Add files to Field sketch').setInputFiles(await photograph('large.jpg', 900, true));
  await expect(piecesIn(ilse, 'Field sketch')).toHaveText(['large.jpg']);
  await sketch.getByRole('button', { name: 'Combine or shrink' }).click();
  await sketch.getByText('Smaller pictures').click();
  await sketch.getByLabel(/At most/).selectOption({ index: 0 });
  await sketch.getByRole('button', { name: 'Make 1 picture smaller' }).click();
  await sketch.getByRole('button', { name: 'Put the smaller ones in their place' }).click();
  await expect(sketch.getByRole('button', { name: 'Make 1 picture smaller' })).toHaveCount(0);
  await expect(piecesIn(ilse, 'Field sketch')).toHaveText([/large/]);
});

test('what cannot be taken is said file by file, and nothing else is lost', async ({ world }) => {
  const ilse = await world.as('ilse', { work: 'Field report, rock pools' });
  const sketch = place(ilse, 'Field sketch');
  const archive = Buffer.concat([Buffer.from('PK\x03\x04'), Buffer.alloc(60)]);
  await ilse.getByLabel('Add files to Field sketch').setInputFiles([
    file('empty.txt', ''),
    {
      name: 'sketch.pdf',
      mimeType: 'application/pdf',
      buffer: Buffer.concat([Buffer.from('\x7fELF\x02\x01\x01'), Buffer.alloc(200)])
    },
    file(`${'n'.repeat(296)}.txt`, 'a name too long'),
    file('../../etc/passwd.txt', 'a name with a path'),
    { name: 'half.pdf', mimeType: 'application/pdf', buffer: Buffer.from(`%PDF-1.7\n${'0 '.repeat(300)}`) },
    {
      name: 'locked.pdf',
      mimeType: 'application/pdf',
      buffer: Buffer.from('%PDF-1.7\ntrailer << /Encrypt 9 0 R >>\nstartxref\n9\n%%EOF\n')
    },
    { name: 'broken.zip', mimeType: 'application/zip', buffer: archive },
    await photograph('fine.jpg')
  ]);
  await expect(piecesIn(ilse, 'Field sketch')).toHaveCount(5);
  await expect(sketch).toContainText('empty.txt: That file is empty (0 bytes)');
  await expect(sketch).toContainText('a program under the name of a document');
  await expect(sketch).toContainText('name is longer than 255 characters');
  await expect(sketch.getByRole('link', { name: 'passwd.txt' })).toBeVisible();
  await expect(sketch).toContainText('The end of this file is missing.');
  await expect(sketch).toContainText('This file asks for a password.');
  await expect(sketch).toContainText('This file could not be read here.');
  await expect(sketch.getByRole('link', { name: 'fine.jpg' })).toBeVisible();
  await expectAccessible(ilse);
});
