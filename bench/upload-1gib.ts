import { createHash } from 'node:crypto';
import { createReadStream, statSync } from 'node:fs';
import { request } from 'node:http';
import { pipeline } from 'node:stream/promises';
import { PassThrough } from 'node:stream';
import { aGibibyte, type Sender } from './gibibyte';
import type { Result, Served, Stage } from './stage';

/**
 * 1 GiB by the uploader's own path: tus, hashed by the sender while it goes and by the server as it comes, compared, and
 * made a piece.
 */
export const upload1gib = (stage: Stage): Promise<Result[]> => aGibibyte(stage, 'upload-1gib', 2, send);

async function send(server: Served, { student, assignment }: Sender, source: string): Promise<void> {
  const common = {
    cookie: `vendro_session=${student}`,
    origin: server.url,
    'tus-resumable': '1.0.0'
  };
  const told = { filename: 'big.bin', assignment };
  const metadata = Object.entries(told).map(([name, value]) => `${name} ${Buffer.from(value).toString('base64')}`);
  const created = await fetch(`${server.url}/uploads`, {
    method: 'POST',
    headers: { ...common, 'upload-length': String(statSync(source).size), 'upload-metadata': metadata.join() }
  });
  const location = created.headers.get('location');
  if (created.status !== 201 || !location) throw new Error(`The upload was refused: ${await created.text()}`);
  const address = new URL(location, server.url).href;
  const hash = createHash('sha256');
  await patch(address, common, source, hash);
  const finished = await fetch(`${address}/finish`, {
    method: 'POST',
    headers: { ...common, 'content-type': 'application/json' },
    body: JSON.stringify({ sha256: hash.digest('hex') })
  });
  const answer = (await finished.json()) as { ok?: boolean };
  if (!answer.ok) throw new Error(`It was not added: ${JSON.stringify(answer)}`);
}

async function patch(address: string, common: object, source: string, hash: ReturnType<typeof createHash>) {
  const type = { 'content-type': 'application/offset+octet-stream', 'upload-offset': '0' };
  const sent = request(address, { method: 'PATCH', headers: { ...common, ...type } });
  const answered = new Promise<number | undefined>((resolve, reject) => {
    sent.on('response', (answer) => {
      answer.resume();
      answer.on('end', () => resolve(answer.statusCode));
    });
    sent.on('error', reject);
  });
  const seen = new PassThrough({ highWaterMark: 1024 * 1024 });
  seen.on('data', (part: Buffer) => hash.update(part));
  await pipeline(createReadStream(source, { highWaterMark: 1024 * 1024 }), seen, sent);
  const status = await answered;
  if (status !== 204) throw new Error(`The bytes were answered with ${status}.`);
}
