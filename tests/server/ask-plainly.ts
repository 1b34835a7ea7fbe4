import { Agent, request } from 'node:http';

/** What a test asks of a server; `body` null asks without one. */
export interface Asked {
  method: string;
  headers: Record<string, string>;
  body: string | null;
}

export interface Answered {
  status: number;
  /** Where it sends whoever asked; empty where nowhere. */
  location: string;
  /** Empty for a stream of events, which has no end. */
  text: string;
}

/** Lines are kept between questions: a test that asks thousands of them pays for what is asked. */
const LINES = new Agent({ keepAlive: true });
/** Milliseconds without a word after which a question has failed. */
const PATIENCE = 20_000;

/**
 * Asks a server and reads its answer whole, uncompressed and without following where it points: what `fetch` does for
 * several times the work.
 *
 * @throws Error where the line breaks or nothing comes for 20 seconds
 */
export function askPlainly(url: string, { method, headers, body }: Asked): Promise<Answered> {
  const bytes = body === null ? null : Buffer.from(body);
  return new Promise((resolve, reject) => {
    const asking = request(url, {
      agent: LINES,
      method,
      headers: { ...headers, ...(bytes && { 'content-length': bytes.length }) },
      timeout: PATIENCE
    });
    asking.on('timeout', () => asking.destroy(new Error(`${method} ${url} was not answered.`)));
    // Once an answer is read it stands, whatever becomes of the line.
    asking.on('error', reject);
    asking.on('response', (answer) => {
      const said = { status: answer.statusCode ?? 0, location: answer.headers.location ?? '' };
      if (answer.headers['content-type']?.startsWith('text/event-stream')) {
        resolve({ ...said, text: '' });
        asking.destroy();
        return;
      }
      const parts: Buffer[] = [];
      answer.on('data', (part: Buffer) => parts.push(part));
      answer.on('end', () => resolve({ ...said, text: Buffer.concat(parts).toString() }));
      answer.on('error', reject);
    });
    asking.end(bytes ?? undefined);
  });
}
