import { setTimeout as pause } from 'node:timers/promises';
import { BROWSER } from '../scripts/lib/debian.mjs';
import { createServer, request } from 'node:http';
import { chromium } from '@playwright/test';
import { freePort } from '../scripts/lib/ports.mjs';
import type { Result, Stage } from './stage';

const MINUTE = 60_000;
/** Pages settle: what they read once after they stand is no idle asking. */
const SETTLES = 8000;

/** Requests that twenty open pages of every kind make in a minute in which nothing changes. */
export async function idle(stage: Stage): Promise<Result[]> {
  const filled = JSON.parse(await stage.script('bench/fill.command.ts', ['30'])) as Filled;
  const port = await freePort();
  const url = `http://127.0.0.1:${port}`;
  const server = await stage.serve('build/index.js', { ORIGIN: url });
  const asked: string[] = [];
  const proxy = await counting(port, new URL(server.url), (path) => asked.push(path));
  const browser = await chromium.launch({
    executablePath: BROWSER,
    args: ['--no-sandbox', '--disable-background-networking', '--disable-gpu']
  });
  for (const [token, paths] of pagesOf(filled)) {
    const context = await browser.newContext();
    await context.addCookies([{ name: 'vendro_session', value: token, url }]);
    for (const path of paths) await (await context.newPage()).goto(url + path);
  }
  await pause(SETTLES);
  const before = asked.length;
  await pause(MINUTE);
  const idled = asked.slice(before);
  await browser.close();
  proxy.closeAllConnections();
  proxy.close();
  server.stop();
  const floor = `20 pages; ${idled.length === 0 ? 'none' : [...new Set(idled)].join(', ')}`;
  return [{ name: 'idle', value: idled.length, unit: 'requests', bound: 0, direction: 'max', floor }];
}

interface Filled {
  student: string;
  teacher: string;
  assignment: string;
  course: string;
}

function pagesOf({ student, teacher, assignment, course }: Filled): Array<[token: string, paths: string[]]> {
  return [
    [
      student,
      [
        ...[
          '/desk',
          '/desk/all',
          '/desk/settled',
          '/courses',
          '/shelf',
          '/shelf/store',
          '/tidings',
          '/tidings/mail',
          '/search?q=station'
        ],
        ...[`/assignments/${assignment}`, `/courses/${course}`, `/courses/${course}/about`, `/courses/${course}/roster`]
      ]
    ],
    [
      teacher,
      [
        ...['/marking', '/signed-in'],
        ...[
          `/assignments/${assignment}`,
          `/assignments/${assignment}/edit`,
          `/courses/${course}/set`,
          `/courses/${course}/aside`
        ],
        `/courses/${course}/notices/new`
      ]
    ]
  ];
}

/** Hands every request on and says what was asked for. */
function counting(port: number, to: URL, onRequest: (path: string) => void) {
  const server = createServer((asked, answer) => {
    onRequest(`${asked.method} ${asked.url}`);
    const { method, url: path, headers } = asked;
    const on = request({ host: to.hostname, port: to.port, method, path, headers }, (got) => {
      answer.writeHead(got.statusCode ?? 502, got.headers);
      got.pipe(answer);
    });
    on.on('error', () => answer.destroy());
    answer.on('close', () => on.destroy());
    asked.pipe(on);
  });
  return new Promise<typeof server>((resolve) => server.listen(port, '127.0.0.1', () => resolve(server)));
}
