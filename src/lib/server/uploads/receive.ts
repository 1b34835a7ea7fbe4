import { randomBytes } from 'node:crypto';
import { Server } from '@tus/server';
import { z } from 'zod';
import { keepableName } from '$core/pieces/names';
import { mayWithOwn, type Actor } from '$core/people/policy';
import { hasRoom } from '../blobs/disk';
import { config } from '../config';
import { select } from '../db/connection';
import { NotHere } from '../outcome';
import { promised } from '../shelf/quota';
import { askBoundFor } from './bound-for';
import { DatabaseLocker } from './locks';
import { DraftStore } from './draft-store';
import { beginUpload, sender, UploadMetadata } from './records';

/**
 * Answers one request of the tus protocol (1.0: core, creation, termination). Bytes that arrived stay when the
 * connection breaks, the tab closes or this server starts anew; the client asks where to go on from.
 *
 * An upload that arrived whole is not yet a piece: `finishUpload` makes it one.
 */
export async function receiveUpload(person: Actor, request: Request): Promise<Response> {
  return sender.run(person, () => tus.handleWeb(request));
}

const tus = new Server({
  path: '/uploads',
  relativeLocation: true,
  datastore: new DraftStore(),
  locker: new DatabaseLocker(),
  maxSize: config.maxFileBytes,
  namingFunction: () => randomBytes(16).toString('hex'),
  async onUploadCreate(_request, upload) {
    const about = UploadMetadata.safeParse(upload.metadata);
    if (!about.success || upload.size === undefined) throw refused('broken-upload');
    const name = keepableName(about.data.filename);
    if (name === null) throw refused('name-too-long');
    if (upload.size === 0) throw refused('empty-file');
    const person = sender.getStore();
    if (!person) throw { status_code: 401, body: '' };
    const { id, size } = upload;
    const fits = await askBoundFor(person, about.data, { name, size });
    if (!fits.ok) throw refused(fits.why);
    if (!(await hasRoom(size))) throw refused('disk-full');
    const begun = await promised(person, size, (tx) => beginUpload(person, { id, size, name, about: about.data }, tx));
    if (begun === null) throw refused('shelf-full');
    return { metadata: { ...upload.metadata, filename: name } };
  },
  async onIncomingRequest(request, id) {
    if (request.method === 'POST') return;
    const [row] = await select(z.object({ owner: z.string() }), 'select owner_id as owner from uploads where id = $1', [
      id
    ]);
    if (!row || !mayWithOwn(sender.getStore() ?? null, row.owner)) throw { status_code: 404, body: '' };
  },
  onResponseError: (_request, error) => (error instanceof NotHere ? { status_code: 404, body: 'not-here' } : undefined)
});

/** The reason goes to our own script, which has the words. */
const refused = (why: string) => ({ status_code: 409, body: why });
