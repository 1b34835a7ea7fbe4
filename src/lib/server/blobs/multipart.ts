import { PassThrough, Readable } from 'node:stream';
import type { ReadableStream as NodeReadableStream } from 'node:stream/web';
import busboy from 'busboy';
import { BlobRefused } from './store';

/** One file of a form, as it streams in. `fields` holds the fields that came before it. */
export interface IncomingFile {
  /** The name of the form's field that it came in. */
  field: string;
  name: string;
  stream: Readable;
  fields: ReadonlyMap<string, string>;
}

const MOST_FILES = 20;
/** Bytes in flight per file: enough to keep the disk busy, little enough to keep memory flat. */
const FLOW = 1024 * 1024;

/**
 * Reads a multipart form (RFC 7578) as it arrives, one file after another, without holding any in memory.
 *
 * Fields that matter must stand before the files in the form. The request is read to its end even when a file is
 * refused, since a browser shows nothing of an answer that comes while it still sends.
 *
 * @param take what to do with each file; awaited before the form counts as read
 * @returns the fields, and what `take` answered for each file in order
 * @param limit largest request that is read to its end, in bytes; one that goes on is cut off
 * @throws BlobRefused `broken-upload` when the request ends in the middle of a form, `too-large` past the limit
 */
export async function readMultipart<T>(
  request: Request,
  limit: number,
  take: (file: IncomingFile) => Promise<T>
): Promise<{ fields: Map<string, string>; taken: T[] }> {
  const type = request.headers.get('content-type') ?? '';
  if (!type.startsWith('multipart/form-data') || !request.body) throw new BlobRefused('broken-upload');
  const fields = new Map<string, string>();
  const taking: Array<Promise<T>> = [];
  const parser = busboy({
    headers: { 'content-type': type },
    defParamCharset: 'utf8',
    fileHwm: FLOW,
    limits: { files: MOST_FILES, fields: 20, fieldSize: 64 * 1024, fieldNameSize: 100 }
  });
  parser.on('field', (name, value) => fields.set(name, value.replaceAll('\0', '')));
  parser.on('file', (field, stream, { filename }) => {
    // A file field that was left empty comes as a part without a name.
    if (!filename) return void stream.resume();
    // A lane of its own: when its taker gives up on it, the rest of the part can still be read past.
    const lane = new PassThrough({ highWaterMark: FLOW });
    // It may break before its taker listens; the taker then finds it destroyed.
    lane.on('error', () => undefined);
    stream.on('error', (error) => lane.destroy(error));
    const taken = take({ field, name: filename, stream: stream.pipe(lane), fields }).finally(() => {
      // Nobody takes the rest: as long as the lane is joined on, its being full would hold the request for ever.
      stream.unpipe(lane);
      lane.destroy();
      stream.resume();
    });
    taken.catch(() => undefined);
    taking.push(taken);
  });
  await feed(Readable.fromWeb(request.body as NodeReadableStream), parser, limit);
  return { fields, taken: await Promise.all(taking) };
}

/** Like `pipeline`, but an end in mid-form reaches the files as an error instead of leaving them hanging. */
function feed(source: Readable, parser: busboy.Busboy, limit: number): Promise<void> {
  return new Promise((resolve, reject) => {
    const fail = (why: 'broken-upload' | 'too-large') => {
      source.unpipe(parser);
      parser.destroy();
      // What is merely garbled is read to its end, so that the answer arrives; what never ends is cut off.
      if (why === 'too-large') source.destroy();
      else source.resume();
      reject(new BlobRefused(why));
    };
    let size = 0;
    source.on('data', (chunk: Buffer) => {
      size += chunk.length;
      if (size > limit) fail('too-large');
    });
    parser.on('close', resolve);
    parser.on('error', () => fail('broken-upload'));
    source.on('error', () => fail('broken-upload'));
    source.pipe(parser);
  });
}
