import { randomUUID } from 'node:crypto';
import { Agent, request } from 'node:http';
import { text } from 'node:stream/consumers';
import { setTimeout as pause } from 'node:timers/promises';
import type { Served } from './stage';

/** Asking plainly: whatever asks is on the same two cores as what is measured. */
const agent = new Agent({ keepAlive: true });

/** A submit by a student's browser. Throws where it is not acknowledged. */
export function submit(
  server: Pick<Served, 'url'>,
  token: string,
  assignment: string,
  key: string = randomUUID(),
  more: Record<string, string> = {}
): Promise<void> {
  return sendForm(`${server.url}/assignments/${assignment}?/submit`, token, key, more);
}

/** A form with a key, as a submit is one. @param more headers. Throws where it is not acknowledged. */
export function sendForm(url: string, token: string, key: string, more: Record<string, string> = {}): Promise<void> {
  const headers = { ...formHeaders(new URL(url).origin, token, 'application/x-www-form-urlencoded'), ...more };
  return new Promise((resolve, reject) => {
    const asked = request(url, { agent, method: 'POST', headers }, (answer) => {
      text(answer)
        .then((body) => acknowledged(answer.statusCode ?? 0, body))
        .then(resolve, reject);
    });
    asked.on('error', reject);
    asked.end(new URLSearchParams({ key, note: '' }).toString());
  });
}

/** Milliseconds before somebody presses again, and how often they do before they give up. */
const AGAIN = 500;
const MOST = 240;

/** Presses again until it is acknowledged: the server may be away for a while. */
export async function pressUntil(work: () => Promise<void>): Promise<void> {
  for (let tries = 0; ; tries++) {
    try {
      return await work();
    } catch (error) {
      if (tries > MOST) throw error;
      await pause(AGAIN);
    }
  }
}

/** A file that a student adds to their packet by a form. */
export async function addCount(
  { url }: Pick<Served, 'url'>,
  token: string,
  assignment: string,
  no: number
): Promise<void> {
  const body = new FormData();
  body.set('deliverable', '');
  body.set('key', `rush-file-${no}`);
  body.append('files', new File([`the count of student ${no} `.repeat(500)], `count-${no}.txt`));
  const headers = formHeaders(url, token);
  const answer = await fetch(`${url}/assignments/${assignment}?/addFiles`, { method: 'POST', headers, body });
  acknowledged(answer.status, await answer.text());
}

/** What a browser of ours sends along with a form. */
export const formHeaders = (url: string, token: string, type?: string): Record<string, string> => ({
  cookie: `vendro_session=${token}`,
  origin: url,
  accept: 'application/json',
  'x-sveltekit-action': 'true',
  ...(type && { 'content-type': type })
});

/** @throws where an answer is no success */
export function acknowledged(status: number, body: string): void {
  if (status !== 200 || !body.includes('"success"')) throw new Error(`It was answered with ${status}: ${body}`);
}

/** Does a piece of work for each item, so many at a time. */
export async function inParallel<T>(
  items: readonly T[],
  atOnce: number,
  work: (item: T) => Promise<void>
): Promise<void> {
  const waiting = [...items];
  const lane = async () => {
    for (let item = waiting.shift(); item !== undefined; item = waiting.shift()) await work(item);
  };
  await Promise.all(Array.from({ length: atOnce }, lane));
}
