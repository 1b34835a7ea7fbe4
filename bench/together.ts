import { Agent, get, request } from 'node:http';
import { text } from 'node:stream/consumers';
import { setTimeout as pause } from 'node:timers/promises';
import { applyUpdate, Doc, encodeStateAsUpdate, encodeStateVector, XmlElement, XmlText } from 'yjs';
import { cpuSeconds } from './cpu';
import type { Result, Stage } from './stage';
import { formHeaders } from './submitting';

const PEOPLE = 30;
/** Milliseconds between two keys of one person, between a key and its being sent, as the editor does it, and for all of it. */
const KEY = 220;
const GATHER = 120;
const LASTS = 15_000;

/**
 * Thirty people who type at once on one page: how long it takes until a key is seen by each of the others, from the press on; what
 * is lost; and what each key costs the server. The writers are what the editor is without its drawing.
 */
export async function together30(stage: Stage): Promise<Result[]> {
  await stage.script('bench/fill-class.command.ts', ['together', String(PEOPLE), '0']);
  const { assignmentId, pieceId, tokens } = JSON.parse(
    await stage.script('bench/fill-together.command.ts', ['together'])
  ) as { assignmentId: string; pieceId: string; tokens: string[] };
  const server = await stage.serve('build/index.js');
  const address = `${server.url}/assignments/${assignmentId}/pages/${pieceId}`;
  const pressed = new Map<string, number>();
  const seen: number[] = [];
  const writers: Awaited<ReturnType<typeof writer>>[] = [];
  for (const [i, token] of tokens.entries())
    writers.push(await writer({ address, url: server.url, token, no: i, pressed, seen }));
  await Promise.all(writers.map(({ type }) => type(3000)));
  seen.length = 0;
  const [before, keysBefore] = [cpuSeconds(server.process), pressed.size];
  await Promise.all(writers.map(({ type }) => type(LASTS)));
  const keys = pressed.size - keysBefore;
  const cpu = ((cpuSeconds(server.process) - before) * 1000) / keys;
  await pause(1500);
  const lost = [...pressed.keys()].filter((key) => !writers.every(({ has }) => has(key))).length;
  writers.forEach(({ stop }) => stop());
  server.stop();
  const sorted = seen.sort((a, b) => a - b);
  const p95 = sorted[Math.floor(sorted.length * 0.95)] ?? Infinity;
  const half = sorted[Math.floor(sorted.length / 2)] ?? Infinity;
  const floor = `${keys} keys of ${PEOPLE} people in ${LASTS / 1000} s, sent after ${GATHER} ms; median ${half.toFixed(0)} ms`;
  return [
    { name: 'together-30', value: p95, unit: 'ms, 95th percentile', bound: 400, direction: 'max', floor },
    { name: 'together-30 lost', value: lost, unit: 'keys', bound: 0, direction: 'max', floor },
    { name: 'together-30 cpu', value: cpu, unit: 'ms of server per key', bound: 5, direction: 'max', floor }
  ];
}

interface Given {
  address: string;
  url: string;
  token: string;
  no: number;
  /** When each key was pressed. */
  pressed: Map<string, number>;
  /** Milliseconds until somebody else saw one. */
  seen: number[];
}

/** Somebody with the page open. */
async function writer({ address, url, token, no, pressed, seen }: Given) {
  const headers = { cookie: `vendro_session=${token}` };
  const told = (await (await fetch(address, { headers })).json()) as {
    page: { began: string; seq: number; updates: string[] };
  };
  const { began } = told.page;
  const doc = new Doc();
  for (const update of told.page.updates) applyUpdate(doc, Buffer.from(update, 'base64'), 'there');
  let [since, sent] = [told.page.seq, encodeStateVector(doc)];
  const shown = new Set<string>();
  // Only what has come is looked at: all of the page for each key would measure this process.
  doc.getXmlFragment('page').observeDeep((events, { origin }) => {
    if (origin !== 'there') return;
    const come = events.flatMap(({ delta }) =>
      delta.flatMap(({ insert }) => (Array.isArray(insert) ? insert.map(String) : [String(insert ?? '')]))
    );
    for (const [, key = ''] of come.join(' ').matchAll(/\[(\d+\.\d+)\]/g)) {
      if (shown.has(key)) continue;
      shown.add(key);
      const at = pressed.get(key);
      if (at !== undefined && !key.startsWith(`${no}.`)) seen.push(performance.now() - at);
    }
  });
  const take = (updates: string[]) => {
    doc.transact(() => updates.forEach((one) => applyUpdate(doc, Buffer.from(one, 'base64'), 'there')), 'there');
  };
  const stop = listen(`${address}/line?window=${doc.clientID}`, token, (name, data) => {
    if (name !== 'wrote') return;
    const wrote = JSON.parse(data) as Array<[number, string]>;
    take(wrote.map(([, update]) => update));
  });
  const words = new XmlText();
  const paragraph = new XmlElement('paragraph');
  paragraph.insert(0, [words]);
  doc.getXmlFragment('page').insert(doc.getXmlFragment('page').length, [paragraph]);
  let n = 0;
  let under: Promise<void> | null = null;
  const send = async () => {
    const update = Buffer.from(encodeStateAsUpdate(doc, sent)).toString('base64');
    sent = encodeStateVector(doc);
    const body = JSON.stringify({ began, since, update, over: false });
    const kept = JSON.parse(await post(address, url, token, body)) as {
      ok: boolean;
      page: { seq: number; updates: string[] };
    };
    if (!kept.ok) throw new Error('A key was refused.');
    take(kept.page.updates);
    since = kept.page.seq;
    // What was typed meanwhile follows, as in the editor.
    under = Buffer.compare(encodeStateVector(doc), sent) === 0 ? null : pause(GATHER).then(send);
  };
  const type = async (lasts: number) => {
    const until = performance.now() + lasts;
    await pause((no / PEOPLE) * KEY);
    while (performance.now() < until) {
      const key = `${no}.${n++}`;
      pressed.set(key, performance.now());
      words.insert(words.length, `[${key}]`);
      under ??= pause(GATHER).then(send);
      await pause(KEY);
    }
    while (under) await under;
  };
  return { type, stop, has: (key: string) => doc.getXmlFragment('page').toString().includes(`[${key}]`) };
}

/** Server-sent events, one by one. @returns ends it */
function listen(address: string, token: string, hear: (name: string, data: string) => void): () => void {
  const asked = get(address, { headers: { cookie: `vendro_session=${token}` } }, (answer) => {
    let rest = '';
    answer.setEncoding('utf8');
    answer.on('data', (chunk: string) => {
      const events = (rest + chunk).split('\n\n');
      rest = events.pop() ?? '';
      for (const event of events) {
        const [, name = '', data = ''] = /event: (\w+)\ndata: (.*)/.exec(event) ?? [];
        if (name !== '') hear(name, data);
      }
    });
    answer.on('error', () => undefined);
  });
  asked.on('error', () => undefined);
  return () => asked.destroy();
}

const agent = new Agent({ keepAlive: true, maxSockets: 64 });

function post(to: string, url: string, token: string, body: string): Promise<string> {
  return new Promise((resolve, reject) => {
    const headers = formHeaders(url, token, 'application/json');
    const asked = request(to, { agent, method: 'POST', headers }, (answer) => {
      text(answer).then((said) => (answer.statusCode === 200 ? resolve(said) : reject(new Error(said))), reject);
    });
    asked.on('error', reject);
    asked.end(body);
  });
}
