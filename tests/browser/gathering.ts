import type { Locator, Page } from '@playwright/test';
import sharp from 'sharp';
import type { Upload } from './plain/locator';
import type { Asked } from './plain/page';

/** A photograph as a camera makes one (JPEG), or a picture of a screen (PNG), each unlike the others. */
export async function photograph(name: string, side = 240, noise = false) {
  const pixels = Buffer.alloc(side * side * 3, name.length * 13);
  if (noise) for (let i = 0; i < pixels.length; i++) pixels[i] = (i * 2654435761) >>> 24;
  pixels.write(name);
  const drawn = sharp(pixels, { raw: { width: side, height: side, channels: 3 } });
  if (name.endsWith('.png')) return { name, mimeType: 'image/png', buffer: await drawn.png().toBuffer() };
  return { name, mimeType: 'image/jpeg', buffer: await drawn.jpeg({ quality: noise ? 98 : 80 }).toBuffer() };
}

/** Drags files, or an address, onto something and lets go. */
export async function drop(onto: Locator, what: { files?: Upload[]; address?: string }): Promise<void> {
  const dataTransfer = await transfer(onto.page(), what);
  for (const type of ['dragenter', 'dragover', 'drop']) await onto.dispatchEvent(type, { dataTransfer });
}

/** Pastes files, or an address, where the pointer is. */
export async function paste(page: Page, what: { files?: Upload[]; address?: string }): Promise<void> {
  const clipboardData = await transfer(page, what);
  await page.evaluate(
    (data) => document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true })),
    clipboardData
  );
}

/** Opens what is prepared in the places of an assignment, as its teacher. */
export async function openPrepared(teacher: Page, url: string, title: string): Promise<void> {
  await teacher.goto(`${url}/search?q=${encodeURIComponent(title)}`);
  await teacher
    .getByRole('main')
    .getByRole('link', { name: new RegExp(`^${title}`) })
    .first()
    .click();
  await teacher.getByText(/^Starters and questions/).click();
}

/** Chooses files for a place and sends them, as it is done without scripts. */
export async function addFiles(page: Asked, title: string, files: Upload | Upload[]): Promise<void> {
  await page.getByLabel(`Add files to ${title}`).setInputFiles(files);
  await place(page, title).getByRole('button', { name: 'Add', exact: true }).click();
}

/** One place of the packet. */
export const place = (page: Asked, title: string): Locator =>
  page
    .locator('#packet')
    .getByRole('listitem')
    .filter({ has: page.getByRole('heading', { name: title, exact: true }) });

/** What lies in a place, by name. */
export const piecesIn = (page: Asked, title: string) =>
  place(page, title).getByRole('listitem').getByRole('link').filter({ hasNotText: /^Look/ });

function transfer(page: Page, { files = [], address }: { files?: Upload[]; address?: string }) {
  const sent = files.map(({ name, mimeType, buffer }) => ({ name, mimeType, bytes: buffer.toString('base64') }));
  return page.evaluateHandle(
    ([all, uri]) => {
      const data = new DataTransfer();
      for (const { name, mimeType, bytes } of all)
        data.items.add(new File([Uint8Array.from(atob(bytes), (c) => c.charCodeAt(0))], name, { type: mimeType }));
      if (uri) data.setData('text/uri-list', uri);
      return data;
    },
    [sent, address ?? null] as const
  );
}
