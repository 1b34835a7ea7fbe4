import { describe, expect, it } from 'vitest';
import { readMultipart, type IncomingFile } from '$server/blobs/multipart';

const part = (name: string, value: string, file?: string) =>
  `--b\r\ncontent-disposition: form-data; name="${name}"${file === undefined ? '' : `; filename="${file}"`}\r\n\r\n${value}\r\n`;
const END = '--b--\r\n';

/** A request whose body comes in pieces of so many bytes. */
function request(body: string, size = 7, type = 'multipart/form-data; boundary=b'): Request {
  const bytes = new TextEncoder().encode(body);
  let at = 0;
  const stream = new ReadableStream({
    pull(controller) {
      if (at >= bytes.length) return controller.close();
      controller.enqueue(bytes.slice(at, (at += size)));
    }
  });
  return new Request('http://127.0.0.1/', {
    method: 'POST',
    body: stream,
    headers: { 'content-type': type },
    duplex: 'half'
  } as RequestInit);
}

const text = async ({ name, stream, fields }: IncomingFile) =>
  `${name}=${Buffer.concat(await stream.toArray()).toString()}@${fields.get('deliverable') ?? ''}`;

describe('a form with files, as it streams in', () => {
  it('gives each file with the fields before it', async () => {
    const body = part('deliverable', 'one') + part('files', 'first', 'a.txt') + part('files', 'second', 'b.txt') + END;
    const { taken, fields } = await readMultipart(request(body), 1e6, text);
    expect(taken).toEqual(['a.txt=first@one', 'b.txt=second@one']);
    expect(fields.get('deliverable')).toBe('one');
  });

  it('keeps names as they were given, in any script', async () => {
    const { taken } = await readMultipart(request(part('files', 'x', 'Übersicht „Felsen“ 潮.pdf') + END), 1e6, text);
    expect(taken).toEqual(['Übersicht „Felsen“ 潮.pdf=x@']);
  });

  it('passes over a file field that was left empty', async () => {
    expect((await readMultipart(request(part('files', '', '') + END), 1e6, text)).taken).toEqual([]);
  });

  it('reads on when one file’s taker gives up on it', async () => {
    const body = part('files', 'x'.repeat(200_000), 'refused.txt') + part('files', 'kept', 'b.txt') + END;
    const { taken } = await readMultipart(request(body, 5000), 1e6, async (file) => {
      if (file.name === 'refused.txt') return 'refused';
      return text(file);
    });
    expect(taken).toEqual(['refused', 'b.txt=kept@']);
  });

  it.each([
    ['ends in the middle of a file', request(part('files', 'half', 'a.txt').slice(0, -2))],
    ['is no form at all', request('{}', 7, 'application/json')],
    ['has no boundary in it', request('nothing of the kind')]
  ])('says that it broke when the request %s', async (_name, broken) => {
    await expect(readMultipart(broken, 1e6, (file) => text(file).catch(() => 'lost'))).rejects.toMatchObject({
      why: 'broken-upload'
    });
  });

  it('cuts off what goes on past the limit', async () => {
    const endless = request(part('files', 'x'.repeat(100_000), 'a.txt') + END, 1000);
    await expect(readMultipart(endless, 10_000, (file) => text(file).catch(() => 'lost'))).rejects.toMatchObject({
      why: 'too-large'
    });
  });
});
