import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { chromium, type Page } from '@playwright/test';
import { BROWSER } from '../scripts/lib/debian.mjs';
import { serveBare } from './bare';
import { keyToPaint, percentile } from './key-to-paint';
import type { Result, Stage } from './stage';

/** Pictures on the large page; each stands in its text as `picture-N` until it is laid beside it. */
const PICTURES = 60;

/** A hundred printed pages of text, with headings, lists, tables here and there, and pictures where they are asked for. */
export function largeText(pictures = 0): string {
  const sentence =
    'The dog whelks were where they had been looked for, and the limpets were not, which nobody had expected. ';
  const part = (i: number) =>
    [`## Station ${i}`, sentence.repeat(5), sentence.repeat(4), `- ${sentence}\n- ${sentence}`].join('\n\n') +
    (i % 10 === 0 ? '\n\n| zone | count |\n| --- | --- |\n| upper | 14 |\n' : '') +
    (i % 3 === 0 && i / 3 <= pictures ? `\n\n![Station ${i}](picture-${i / 3})` : '');
  return `# Shore log\n\n${Array.from({ length: 200 }, (_, i) => part(i + 1)).join('\n\n')}\n`;
}

const KEYS = 120;
const TURNS = 4;

/** How long a key takes to be seen on a large page, how long that page takes to open, and what the editor weighs. */
export async function pageEditor(stage: Stage): Promise<Result[]> {
  const file = join(stage.data, 'large.md');
  writeFileSync(file, largeText(PICTURES));
  const name = `large${Date.now() % 100_000}`;
  await stage.script('bench/fill-class.command.ts', [name, '1', '0']);
  const { assignmentId } = JSON.parse(await stage.script('bench/fill-pages.command.ts', [name, file])) as {
    assignmentId: string;
  };
  const [server, bare] = [await stage.serve('build/index.js'), await serveBare(stage)];
  const browser = await chromium.launch({ executablePath: BROWSER, args: ['--no-sandbox'] });
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await context.addCookies([{ name: 'vendro_session', value: `${name}-1`, url: server.url }]);
  const scripts = new Map<string, Buffer>();
  context.on('response', async (response) => {
    if (/\.js(\?|$)/.test(response.url()) && response.url().startsWith(server.url))
      scripts.set(response.url(), await response.body().catch(() => Buffer.alloc(0)));
  });
  const page = await context.newPage();
  await page.goto(`${server.url}/assignments/${assignmentId}`);
  await settled(page);
  const before = new Map(scripts);
  const opens: number[] = [await openOurs(page)];
  await page.waitForTimeout(1000);
  const added = [...scripts].filter(([url]) => !before.has(url)).map(([, body]) => body);
  const keys = await typed(page);
  const floors: number[] = [];
  const bareWords = encodeURIComponent(String(largeText().length));
  for (let turn = 0; turn < TURNS; turn++) {
    await page.reload();
    await settled(page);
    opens.push(await openOurs(page));
    const other = await context.newPage();
    await other.goto(`${bare.url}/editor?${bareWords}`, { waitUntil: 'networkidle' });
    floors.push(await openBare(other, largeText()));
    await other.close();
  }
  await browser.close();
  server.stop();
  bare.stop();
  // What messages are written with is there already: the page asks for it whether somebody writes on a page or not.
  const shared = [...before.values()].filter((body) => body.includes('ProseMirror'));
  const elsewhere = [...before.values()].filter((body) => body.includes('formulaBlock')).length;
  const [ours, floor] = [middle(opens.slice(1)), middle(floors)];
  return [
    {
      ...{ name: 'page-keystroke', value: percentile(keys, 0.95), unit: 'ms', bound: 32, direction: 'max' },
      floor: `from key to paint, ${keys.length} keys on ${largeText().length} characters and ${PICTURES} pictures; median ${middle(keys).toFixed(1)}`
    },
    {
      ...{ name: 'page-open', value: ours / floor, unit: 'ratio', bound: 1.5, direction: 'max' },
      floor: `the bare editor with the same text, ${floor.toFixed(0)} ms (ours ${ours.toFixed(0)})`
    },
    {
      ...{ name: 'editor-js', value: weight(added), unit: 'kB', bound: 180, direction: 'max' },
      floor: `${added.length} files, fetched where somebody writes; ${weight([...added, ...shared]).toFixed(0)} with what messages are written with and is there before; parts of it elsewhere: ${elsewhere}`
    }
  ];
}

/** Everything that the page needs before somebody writes is there. */
async function settled(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Go on writing', disabled: false }).waitFor();
  await page.waitForTimeout(1500);
}

/** Milliseconds until the page can be typed in. */
async function openOurs(page: Page): Promise<number> {
  return page.evaluate(async () => {
    const press = [...document.querySelectorAll('button')].find((one) => one.textContent?.includes('Go on writing'));
    const begun = performance.now();
    press?.click();
    for (;;) {
      const text = document.querySelector('dialog [contenteditable=true]');
      if (text && text.textContent && text.textContent.length > 100_000) break;
      await new Promise(requestAnimationFrame);
    }
    await new Promise((painted) => requestAnimationFrame(() => setTimeout(painted)));
    return performance.now() - begun;
  });
}

async function openBare(page: Page, markdown: string): Promise<number> {
  return page.evaluate(async (text) => {
    const open = (window as unknown as { openEditor: (text: string) => Promise<void> }).openEditor;
    const begun = performance.now();
    await open(text);
    await new Promise((painted) => requestAnimationFrame(() => setTimeout(painted)));
    return performance.now() - begun;
  }, markdown);
}

/** Milliseconds from each key to the picture in which it is seen. */
async function typed(page: Page): Promise<number[]> {
  const took = await keyToPaint(page);
  const text = page.getByRole('dialog').getByRole('textbox').first();
  await text.press('End');
  for (let i = 0; i < KEYS; i++)
    await page.keyboard.press('kelp '[i % 5] === ' ' ? 'Space' : ('kelp'[i % 5] ?? 'k'), { delay: 20 });
  await page.waitForTimeout(500);
  return took();
}

/** Kilobytes of scripts as they are sent. */
const weight = (bodies: readonly Buffer[]) => bodies.reduce((sum, body) => sum + gzipSync(body).length, 0) / 1000;

const middle = (numbers: number[]) => percentile(numbers, 0.5);
