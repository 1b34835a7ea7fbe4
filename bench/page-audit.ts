import { chromium } from '@playwright/test';
import lighthouse from 'lighthouse';
import { BROWSER } from '../scripts/lib/debian.mjs';
import { freePort } from '../scripts/lib/ports.mjs';
import { serveBare } from './bare';
import { openDemo } from './demo-world';
import type { Result, Stage } from './stage';

/** Pages as a telephone on a slow line shows them, and whose they are. */
const PAGES: Array<{ name: string; who: string | null; path: string }> = [
  { name: 'sign-in', who: null, path: '/sign-in' },
  { name: 'desk', who: 'ilse', path: '/desk' },
  {
    name: 'assignment',
    who: 'ilse',
    path: `select '/assignments/' || id from assignments where title like 'Field report%'`
  },
  { name: 'shelf', who: 'ilse', path: '/shelf' },
  { name: 'marking', who: 'odile', path: '/marking' }
];
const KINDS = ['performance', 'accessibility', 'best-practices'] as const;
/** The middle of so many: this machine does other things too. */
const TURNS = 3;

/**
 * What a page audit that nobody here wrote says of pages of the demo world, for telephones: the lowest of its marks, beside
 * what it says of an empty page of the same framework on the same machine.
 */
export async function pageAudit(stage: Stage): Promise<Result[]> {
  const [demo, bare] = [await openDemo(stage, 'audited'), await serveBare(stage)];
  const port = await freePort();
  const browser = await chromium.launch({
    executablePath: BROWSER,
    args: ['--no-sandbox', '--disable-background-networking', `--remote-debugging-port=${port}`]
  });
  const empty = await marks(`${bare.url}/empty`, port, null);
  const results: Result[] = [];
  for (const { name, who, path } of PAGES) {
    const cookie = who === null ? null : `vendro_session=${await demo.session(who)}`;
    const found = await marks(demo.url + (await demo.path(path)), port, cookie);
    const floor = `${said(found)}; an empty page: ${said(empty)}`;
    const value = Math.min(...KINDS.map((kind) => found[kind]));
    results.push({ name: `page-audit ${name}`, value, unit: 'of 100', bound: 90, direction: 'min', floor });
  }
  await browser.close();
  await demo.close();
  bare.stop();
  return results;
}

type Marks = Record<(typeof KINDS)[number], number>;
const said = (marks: Marks) => KINDS.map((kind) => `${kind} ${marks[kind]}`).join(', ');

async function marks(url: string, port: number, cookie: string | null): Promise<Marks> {
  const turns: Marks[] = [];
  for (let turn = 0; turn < TURNS; turn++) {
    const answer = await lighthouse(url, {
      port,
      logLevel: 'silent',
      onlyCategories: [...KINDS],
      ...(cookie !== null && { extraHeaders: { Cookie: cookie } })
    });
    const of = (kind: string) => Math.round((answer?.lhr.categories[kind]?.score ?? 0) * 100);
    turns.push({
      performance: of('performance'),
      accessibility: of('accessibility'),
      'best-practices': of('best-practices')
    });
  }
  const middle = (kind: keyof Marks) => turns.map((one) => one[kind]).sort((a, b) => a - b)[Math.floor(TURNS / 2)] ?? 0;
  return {
    performance: middle('performance'),
    accessibility: middle('accessibility'),
    'best-practices': middle('best-practices')
  };
}
