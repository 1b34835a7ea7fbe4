import { chromium } from '@playwright/test';
import { BROWSER } from '../scripts/lib/debian.mjs';
import { serveBare } from './bare';
import { inTurns, requestsPerSecond } from './load';
import type { Result, Stage } from './stage';

/** The grades page of 6 courses with 400 rows, against a bare page with as many rows. */
export async function grades400(stage: Stage): Promise<Result[]> {
  const name = `grades${Date.now() % 100_000}`;
  const { token } = JSON.parse(await stage.script('bench/fill-grades.command.ts', [name, '6', '400'])) as {
    token: string;
  };
  const [app, bare] = [await stage.serve('build/index.js'), await serveBare(stage)];
  const cookie = `vendro_session=${token}`;
  const ours = (seconds: number) => requestsPerSecond(`${app.url}/grades`, cookie, seconds);
  const theirs = (seconds: number) => requestsPerSecond(`${bare.url}/rows?rows=400`, cookie, seconds);
  const { ours: own, floor } = await inTurns(ours, theirs);
  app.stop();
  bare.stop();
  return [
    {
      ...{ name: 'grades-400', value: own / floor, unit: 'ratio', bound: 0.5, direction: 'min' },
      floor: `a bare page of 400 rows, ${floor.toFixed(1)} requests/s (ours ${own.toFixed(1)})`
    }
  ];
}

/** A teacher's book of 200 students by 60 assignments until a cell of it opens, against a bare page of as many cells until it is there. */
export async function gradebook(stage: Stage): Promise<Result[]> {
  const course = `book${Date.now() % 100_000}`;
  const token = await stage.script('bench/fill-board.command.ts', [course, '200', '60']);
  const [app, bare] = [await stage.serve('build/index.js'), await serveBare(stage)];
  const browser = await chromium.launch({ executablePath: BROWSER, args: ['--no-sandbox'] });
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await context.addCookies([{ name: 'vendro_session', value: token, url: app.url }]);
  const page = await context.newPage();
  const ours = async () => {
    const begun = performance.now();
    await page.goto(`${app.url}/courses/${course}/grades`);
    const opened = page.getByRole('button', { name: 'Close this cell' });
    // Pressed until it answers: that is when it can be used.
    while (!(await opened.isVisible())) await page.locator('td[data-at="0"]').first().click();
    return performance.now() - begun;
  };
  const theirs = async () => {
    const begun = performance.now();
    await page.goto(`${bare.url}/cells?course=${course}`);
    await page.locator('td').last().isVisible();
    return performance.now() - begun;
  };
  await ours();
  await theirs();
  let [own, floor] = [0, 0];
  for (let turn = 0; turn < 5; turn++) {
    own += (await ours()) / 5;
    floor += (await theirs()) / 5;
  }
  await browser.close();
  app.stop();
  bare.stop();
  return [
    {
      ...{ name: 'gradebook-200x60', value: own / floor, unit: 'ratio', bound: 3, direction: 'max' },
      floor: `a bare page of 12,000 cells is there in ${floor.toFixed(0)} ms (ours can be used in ${own.toFixed(0)})`
    }
  ];
}

/** A calendar feed of 1,000 events, against as many bytes after one query. */
export async function feed1000(stage: Stage): Promise<Result[]> {
  const name = `feed${Date.now() % 100_000}`;
  const made = await stage.script('bench/fill-grades.command.ts', [name, '6', '1200']);
  const { feed } = JSON.parse(made) as { feed: string };
  const [app, bare] = [await stage.serve('build/index.js'), await serveBare(stage)];
  const text = await (await fetch(`${app.url}${feed}`)).text();
  const events = text.split('BEGIN:VEVENT').length - 1;
  const ours = (seconds: number) => requestsPerSecond(`${app.url}${feed}`, '', seconds);
  const theirs = (seconds: number) => requestsPerSecond(`${bare.url}/plain?bytes=${text.length}`, '', seconds);
  const { ours: own, floor } = await inTurns(ours, theirs);
  app.stop();
  bare.stop();
  return [
    {
      ...{ name: 'feed-1000', value: floor / own, unit: 'ratio', bound: 3, direction: 'max' },
      floor: `${(text.length / 1000).toFixed(0)} kB after one query, ${floor.toFixed(0)} requests/s (${events} events: ${own.toFixed(0)})`
    }
  ];
}
