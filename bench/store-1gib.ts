import { randomBytes } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { request } from 'node:http';
import { aGibibyte, type Sender } from './gibibyte';
import type { Result, Served, Stage } from './stage';

/** Storing 1 GiB through the plain form, which works before scripts run. */
export const store1gib = (stage: Stage): Promise<Result[]> => aGibibyte(stage, 'store-1gib', 1, upload);

function upload(server: Served, { student, assignment }: Sender, source: string): Promise<void> {
  const field = (name: string, value: string) =>
    `--b\r\ncontent-disposition: form-data; name="${name}"\r\n\r\n${value}\r\n`;
  const head = `${field('deliverable', '')}${field('key', `bench-${randomBytes(8).toString('hex')}`)}--b\r\ncontent-disposition: form-data; name="files"; filename="big.bin"\r\ncontent-type: application/octet-stream\r\n\r\n`;
  return new Promise((resolve, reject) => {
    const headers = {
      cookie: `vendro_session=${student}`,
      origin: server.url,
      accept: 'application/json',
      'x-sveltekit-action': 'true',
      'content-type': 'multipart/form-data; boundary=b'
    };
    const sent = request(
      `${server.url}/assignments/${assignment}?/addFiles`,
      { method: 'POST', headers },
      async (answer) => {
        const body = Buffer.concat(await answer.toArray()).toString();
        if (body.includes('"success"')) resolve();
        else reject(new Error(`The upload was refused: ${body}`));
      }
    );
    sent.on('error', reject);
    sent.write(head);
    const bytes = createReadStream(source, { highWaterMark: 1024 * 1024 });
    bytes.pipe(sent, { end: false });
    bytes.on('end', () => sent.end('\r\n--b--\r\n'));
  });
}
