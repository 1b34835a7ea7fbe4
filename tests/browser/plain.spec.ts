import { createServer, type IncomingMessage } from 'node:http';
import type { AddressInfo } from 'node:net';
import { test } from '@playwright/test';
import { PlainWindow } from './plain/window';
import type { PlainPage } from './plain/page';
import { expect } from './world';

const PAGE = `<title>Shore</title><main>
  <h1>Tides</h1><p id="read">Read TIMES times</p>
  <span class="hidden">kept away</span><span class="hidden md:inline">wide</span><b hidden>never</b>
  <details><summary>More</summary><a href="/moved">Folded</a></details>
  <form method="post" action="/said" enctype="multipart/form-data">
    <label>Name <input name="name" required maxlength="9"></label>
    <label><input type="checkbox" name="wet" value="yes"> Wet</label>
    <label>Zone <select name="zone"><option value="u">Upper</option><option value="l">Lower</option></select></label>
    <label>Files <input type="file" name="files" multiple></label>
    <button name="by" value="first">Send</button> <button disabled>Send later</button>
  </form>
  <button type="button">Scripts only</button>
  <section><p>nameless</p></section><section aria-label="Rocks"><p>Slippery</p></section>
</main>`;

/** A small site that says how often it was read, and what it was sent. */
async function site(): Promise<{ window: PlainPage; sent: string[]; close: () => void }> {
  const sent: string[] = [];
  let times = 0;
  const server = createServer((request, response) => {
    void bodyOf(request).then((body) => {
      if (request.method === 'POST') sent.push(body);
      const goes = request.url === '/moved' ? { location: '/' } : undefined;
      response.writeHead(goes ? 303 : 200, { 'content-type': 'text/html', 'set-cookie': 'tide=high; Path=/', ...goes });
      response.end(PAGE.replace('TIMES', String(++times)));
    });
  });
  await new Promise<void>((listens) => server.listen(0, '127.0.0.1', listens));
  const window = new PlainWindow(`http://127.0.0.1:${(server.address() as AddressInfo).port}`);
  return { window: window as unknown as PlainPage, sent, close: () => void server.close() };
}

async function bodyOf(request: IncomingMessage): Promise<string> {
  const chunks: Buffer[] = [];
  for await (const chunk of request) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks).toString();
}

test('a plain window sees what is shown, by role, name, label and words', async () => {
  const { window, close } = await site();
  await window.goto('/moved');
  expect(window.url()).toMatch(/\/$/);
  expect(window.cookie()).toBe('tide=high');
  await expect(window.getByText('kept away')).toBeHidden();
  await expect(window.getByText('wide')).toBeVisible();
  await expect(window.getByText('never')).toBeHidden();
  await expect(window.getByRole('link', { name: 'Folded' })).toHaveCount(0);
  await window.getByText('More').click();
  await expect(window.getByRole('link', { name: 'Folded' })).toBeVisible();
  await expect(window.getByRole('region')).toHaveCount(1);
  await expect(window.getByRole('region', { name: 'rocks' })).toContainText('Slippery');
  await expect(window.getByRole('region', { name: 'rocks', exact: true })).toHaveCount(0);
  await expect(window.getByRole('heading', { level: 2 })).toHaveCount(0);
  close();
});

test('it sends what a form has, and nothing that a browser would not', async () => {
  const { window, sent, close } = await site();
  await window.goto('/');
  const send = window.getByRole('button', { name: 'Send', exact: true });
  await expect(send.click()).rejects.toThrow('A browser would not send it');
  await window.getByLabel('Name').fill('Ilse');
  await window.getByLabel('Wet').check();
  await window.getByLabel('Zone').selectOption({ label: 'Lower' });
  await window.getByLabel('Files').setInputFiles([
    { name: 'a.txt', mimeType: 'text/plain', buffer: Buffer.from('one') },
    { name: 'b.txt', mimeType: 'text/plain', buffer: Buffer.from('two') }
  ]);
  await send.click();
  for (const part of ['Ilse', 'name="wet"', '\nl\r', 'filename="a.txt"', 'filename="b.txt"', 'two', 'first'])
    expect(sent[0]).toContain(part);
  await expect(window.getByRole('button', { name: 'Send later' }).click()).rejects.toThrow('not a button that sends');
  await expect(window.getByRole('button', { name: 'Scripts only' })).toHaveCount(0);
  await expect(window.getByText('Scripts only').click()).rejects.toThrow('Without scripts');
  await expect(window.getByRole('button', { name: /Send/ }).click()).rejects.toThrow('2 of:');
  close();
});

test('it looks again for what comes later, but never sends a form twice', async () => {
  const { window, sent, close } = await site();
  await window.goto('/');
  await expect(window.locator('#read')).toHaveText('Read 3 times');
  await window.getByLabel('Name').fill('Ilse');
  await window.getByLabel('Name').press('Enter');
  await expect(expect(window.getByRole('heading')).toHaveText('Ebb')).rejects.toThrow('Expected says just Ebb');
  await expect(expect(window.locator('#read')).not.toContainText('Read')).rejects.toThrow('Expected not says Read');
  expect(sent).toHaveLength(1);
  close();
});
