import { Agent, request } from 'node:http';
import { text } from 'node:stream/consumers';
import { setTimeout as pause } from 'node:timers/promises';
import { applyUpdate, Doc, encodeStateAsUpdate, encodeStateVector, XmlElement, XmlText } from 'yjs';
import { serveBare } from './bare';
import type { Result, Stage } from './stage';
import { formHeaders } from './submitting';

const PEOPLE = 200;
/** How often each keeps what they wrote, and for how long all of them do, in milliseconds. */
const EVERY = 1000;
const LASTS = 12_000;

/**
 * What two hundred people who write at once wait for a save, as a ratio to a route of the same framework that inserts a row
 * under the same load; and what is kept of each byte that somebody typed in an hour.
 */
export async function pageSave(stage: Stage): Promise<Result[]> {
  await stage.script('bench/fill-class.command.ts', ['writers', String(PEOPLE), '0']);
  const { assignmentId, pages } = JSON.parse(await stage.script('bench/fill-pages.command.ts', ['writers'])) as {
    assignmentId: string;
    pages: Record<string, string>;
  };
  const server = await stage.serve('build/index.js');
  const writers = await Promise.all(
    Object.entries(pages).map(([token, piece]) =>
      writer(server.url, token, `/assignments/${assignmentId}/pages/${piece}`)
    )
  );
  await load(writers, 3000);
  const ours = median(await load(writers, LASTS));
  server.stop();
  const bare = await serveBare(stage);
  const insert = (token: string) => () => send(`${bare.url}/transaction?statements=1`, bare.url, token, 'key=x&note=');
  const inserts = Object.keys(pages).map(insert);
  await load(inserts, 3000);
  const theirs = median(await load(inserts, LASTS));
  bare.stop();
  const [token = '', piece = ''] = Object.entries(pages)[1] ?? [];
  const hour = JSON.parse(await stage.script('bench/hour-of-writing.command.ts', [token, assignmentId, piece])) as {
    typed: number;
    stored: number;
  };
  return [
    {
      name: 'page-save',
      value: ours / theirs,
      unit: 'ratio',
      bound: 4,
      direction: 'max',
      floor: `bare insert, median ${theirs.toFixed(1)} ms at ${PEOPLE}/s (ours ${ours.toFixed(1)} ms)`
    },
    {
      name: 'page-save bytes',
      value: hour.stored / hour.typed,
      unit: 'bytes per byte typed',
      bound: 3,
      direction: 'max',
      floor: `${hour.typed} bytes typed in an hour, ${hour.stored} kept with every minute of it`
    }
  ];
}

/** Somebody who writes a few words at each pause. */
async function writer(url: string, token: string, address: string): Promise<() => Promise<number>> {
  const headers = { cookie: `vendro_session=${token}` };
  const told = (await (await fetch(url + address, { headers })).json()) as {
    page: { began: string; seq: number; updates: string[] };
  };
  const doc = new Doc();
  for (const update of told.page.updates) applyUpdate(doc, Buffer.from(update, 'base64'));
  const words = new XmlText();
  const paragraph = new XmlElement('paragraph');
  paragraph.insert(0, [words]);
  const { began } = told.page;
  let [since, sent] = [told.page.seq, encodeStateVector(doc)];
  const page = doc.getXmlFragment('page');
  page.insert(page.length, [paragraph]);
  return async () => {
    words.insert(words.length, 'kelp and rope ');
    const update = Buffer.from(encodeStateAsUpdate(doc, sent)).toString('base64');
    sent = encodeStateVector(doc);
    const body = JSON.stringify({ began, since, update, over: false });
    const took = await send(url + address, url, token, body, 'application/json');
    since++;
    return took;
  };
}

const agent = new Agent({ keepAlive: true, maxSockets: 256 });

/** @returns milliseconds until it was answered. @throws where it was not with 200 */
function send(
  to: string,
  url: string,
  token: string,
  body: string,
  type = 'application/x-www-form-urlencoded'
): Promise<number> {
  const begun = performance.now();
  return new Promise((resolve, reject) => {
    const asked = request(to, { agent, method: 'POST', headers: formHeaders(url, token, type) }, (answer) => {
      text(answer).then((said) => {
        if (answer.statusCode !== 200 || said.includes('"ok":false'))
          reject(new Error(`${answer.statusCode}: ${said}`));
        else resolve(performance.now() - begun);
      }, reject);
    });
    asked.on('error', reject);
    asked.end(body);
  });
}

/** Everybody keeps at their own moment of each second, however long the one before took. */
async function load(people: ReadonlyArray<() => Promise<number>>, lasts: number): Promise<number[]> {
  const took: number[] = [];
  const until = performance.now() + lasts;
  await Promise.all(
    people.map(async (keep, i) => {
      await pause((i / people.length) * EVERY);
      while (performance.now() < until) {
        const begun = performance.now();
        took.push(await keep());
        await pause(Math.max(0, EVERY - (performance.now() - begun)));
      }
    })
  );
  return took;
}

const median = (numbers: number[]) => [...numbers].sort((a, b) => a - b)[Math.floor(numbers.length / 2)] ?? 0;
