import { randomUUID } from 'node:crypto';
import type { Served } from './stage';

/** A submit by a student's browser. Throws where it is not acknowledged. */
export async function submit(
  server: Pick<Served, 'url'>,
  token: string,
  assignment: string,
  key: string = randomUUID()
): Promise<void> {
  const answer = await fetch(`${server.url}/assignments/${assignment}?/submit`, {
    method: 'POST',
    headers: formHeaders(server.url, token, 'application/x-www-form-urlencoded'),
    body: new URLSearchParams({ key, note: '' })
  });
  await acknowledged(answer);
}

/** What a browser of ours sends along with a form. */
export const formHeaders = (url: string, token: string, type?: string): Record<string, string> => ({
  cookie: `vendro_session=${token}`,
  origin: url,
  accept: 'application/json',
  'x-sveltekit-action': 'true',
  ...(type && { 'content-type': type })
});

/** Reads an answer to its end. @throws where it is no success */
export async function acknowledged(answer: Response): Promise<void> {
  const body = await answer.text();
  if (answer.status !== 200 || !body.includes('"success"'))
    throw new Error(`It was answered with ${answer.status}: ${body}`);
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
