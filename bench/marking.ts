import { chromium, type Page } from '@playwright/test';
import { BROWSER } from '../scripts/lib/debian.mjs';
import { keyToPaint, percentile } from './key-to-paint';
import type { Result, Stage } from './stage';

const WAITING = 300;
const STEPS = 60;
/** Milliseconds for which somebody looks at each work: far less than anybody needs. */
const READING = 700;
const REMARKS = 500;
const KEYS = 100;

interface Filled {
  teacher: string;
  assignmentId: string;
  packetId: string;
}

/** How long the next work takes to be readable where many wait, and a key on a work with as many remarks as there can be. */
export async function marking(stage: Stage): Promise<Result[]> {
  const name = `marking${Date.now() % 100_000}`;
  const filled = JSON.parse(
    await stage.script('bench/fill-marking.command.ts', [name, String(WAITING), '0', String(REMARKS)])
  ) as Filled;
  const server = await stage.serve('build/index.js');
  const browser = await chromium.launch({ executablePath: BROWSER, args: ['--no-sandbox'] });
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await context.addCookies([{ name: 'vendro_session', value: filled.teacher, url: server.url }]);
  const page = await context.newPage();
  // What compiles this file names functions by a helper that no page has.
  await page.addInitScript('globalThis.__name = (named) => named');
  await page.goto(`${server.url}/marking/${filled.packetId}`);
  await page.waitForFunction(isReadable);
  await page.waitForTimeout(2000);
  const keys = await typed(page);
  const next = await throughWork(page);
  await browser.close();
  server.stop();
  return [
    {
      ...{ name: 'marking-next', value: percentile(next, 0.95), unit: 'ms', bound: 150, direction: 'max' },
      floor: `from the key to the next work readable, ${WAITING} waiting, ${READING} ms on each; median ${percentile(next, 0.5).toFixed(0)}`
    },
    {
      ...{ name: 'remarks-500', value: percentile(keys, 0.95), unit: 'ms', bound: 32, direction: 'max' },
      floor: `from key to paint, ${keys.length} keys beside ${REMARKS} remarks; median ${percentile(keys, 0.5).toFixed(1)}`
    }
  ];
}

/** The work names its student: it is theirs that is shown. Runs in the page. */
function isReadable(): boolean {
  const [name, text] = [
    document.querySelector('h1')?.textContent.trim(),
    document.querySelector('main pre')?.textContent
  ];
  return name !== undefined && text?.startsWith(`${name} counted`) === true;
}

/** Milliseconds from each key to the work that is read next. */
async function throughWork(page: Page): Promise<number[]> {
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  const took: number[] = [];
  for (let i = 0; i < STEPS; i++) {
    await page.waitForTimeout(READING);
    await page.evaluate(() => {
      const before = document.querySelector('h1')?.textContent;
      const readable = new Promise<number>((resolve) => {
        document.addEventListener(
          'keydown',
          () => {
            const begun = performance.now();
            const look = () => {
              const name = document.querySelector('h1')?.textContent;
              const text = document.querySelector('main pre')?.textContent;
              if (name !== before && text?.startsWith(`${name?.trim() ?? ''} counted`)) {
                requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - begun)));
              } else requestAnimationFrame(look);
            };
            look();
          },
          { once: true, capture: true }
        );
      });
      Object.assign(window, { readable });
    });
    await page.keyboard.press('n');
    took.push(await page.evaluate(() => (window as unknown as { readable: Promise<number> }).readable));
  }
  return took;
}

/** Milliseconds from each key to the picture in which it is seen. */
async function typed(page: Page): Promise<number[]> {
  const took = await keyToPaint(page);
  await page.getByRole('button', { name: 'Remark on all of it' }).click();
  await page.getByRole('textbox', { name: 'Remark: On all of it' }).focus();
  for (let i = 0; i < KEYS; i++) await page.keyboard.press('kelp'[i % 4] ?? 'k', { delay: 20 });
  await page.waitForTimeout(300);
  return took();
}
