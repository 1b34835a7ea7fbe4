import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { FileStore } from '@tus/file-store';
import { DiskFull, hasRoom } from '../blobs/disk';
import { diskErrorOf } from '../blobs/store';
import { config } from '../config';
import { execute } from '../db/connection';
import { log } from '../log';
import { UploadRecords } from './records';

/** Drafts lie on the same disk as the blobs, so that a finished one is linked into the store instead of copied. */
export const DRAFTS = join(config.blobFolder, 'incoming', 'uploads');
export const draftPath = (id: string) => join(DRAFTS, id);

/** Bytes between two looks at how full the disk is. */
const LOOK_EVERY = 8 * 1024 * 1024;
/** Insufficient Storage (RFC 4918, 11.5). What has arrived stays; our script tries again in a while. */
const FULL = { status_code: 507, body: 'disk-full' };

/**
 * Bytes of uploads on their way. What comes in one stretch is hashed as it comes; what comes in several is read again
 * when it is finished, since nobody remembers the first stretch's hash.
 */
export class DraftStore extends FileStore {
  constructor() {
    super({ directory: DRAFTS, configstore: new UploadRecords() });
    // What is announced is what works here. How long a file is has to be said beforehand: room is promised for it.
    this.extensions = ['creation', 'creation-with-upload', 'termination', 'expiration'];
  }

  override async write(source: Readable, id: string, offset: number): Promise<number> {
    const hash = offset === 0 ? createHash('sha256') : null;
    if (!(await hasRoom(0))) throw FULL;
    let written = offset;
    let looked = offset;
    const meter = new Transform({
      transform(chunk: Buffer, _encoding, done) {
        written += chunk.length;
        hash?.update(chunk);
        if (written < looked + LOOK_EVERY) return done(null, chunk);
        looked = written;
        hasRoom(0).then((room) => (room ? done(null, chunk) : done(new DiskFull('The disk is almost full.'))), done);
      }
    });
    const file = createWriteStream(draftPath(id), { flags: 'r+', start: offset, highWaterMark: 1024 * 1024 });
    try {
      await pipeline(source, meter, file);
    } catch (error) {
      if (error instanceof DiskFull || diskErrorOf(error) === 'full') throw FULL;
      // The client went away. What has reached the disk stays, and is where it goes on from.
      log.debug({ err: error, upload: id }, 'an upload broke off');
      return (await stat(draftPath(id))).size;
    }
    if (hash)
      await execute('update uploads set received_sha256 = $2 where id = $1 and size = $3', [
        id,
        hash.digest('hex'),
        written
      ]);
    return written;
  }
}
