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
import { beginUpload, keptUntil, sender, UploadMetadata } from './records';

/**
 * Answers one request of the tus protocol (1.0: core, creation with and without bytes, expiration, termination). Bytes that arrived stay when the
 * connection breaks, the tab closes or this server starts anew; the client asks where to go on from.
 *
 * An upload that arrived whole is not yet a piece: `finishUpload` makes it one.
 */
export async function receiveUpload(person: Actor, request: Request): Promise<Response> {
  const asked = overridden(request);
  const answer = strayed(asked) ?? (await sender.run(person, () => tus.handleWeb(asked)));
  return withExpiry(asked, sameOriginOnly(answer));
}

const VERSION = '1.0.0';
const BYTES = 'application/offset+octet-stream';

/** The request by the method that it means: some clients and proxies know no PATCH or DELETE (`X-HTTP-Method-Override`). */
function overridden(request: Request): Request {
  const meant = request.headers.get('x-http-method-override')?.toUpperCase() ?? '';
  // Only what is checked as a change may stand for one.
  if (request.method !== 'POST' || !['PATCH', 'DELETE', 'HEAD'].includes(meant)) return request;
  const { url, headers, body, signal } = request;
  const carried = meant === 'PATCH' ? body : null;
  return new Request(url, { method: meant, headers, body: carried, signal, duplex: 'half' } as RequestInit);
}

/** What is refused for how it was asked: another version of the protocol (412), or bytes that are not called so (415). */
function strayed({ method, headers }: Request): Response | null {
  if (method === 'OPTIONS') return null;
  if (headers.get('tus-resumable') !== VERSION)
    return new Response(`This server speaks version ${VERSION}.`, { status: 412, headers: { 'tus-version': VERSION } });
  if (method === 'PATCH' && headers.get('content-type') !== BYTES)
    return new Response(`Bytes come as ${BYTES}.`, { status: 415, headers: { 'tus-resumable': VERSION } });
  return null;
}

/** Pages of other sites send nothing here, and no header of ours says that they might. */
function sameOriginOnly(answer: Response): Response {
  for (const name of [...answer.headers.keys()]) if (name.startsWith('access-control-')) answer.headers.delete(name);
  return answer;
}

/** Says until when an upload that is not whole yet is kept, in the format of HTTP dates (RFC 9110, 5.6.7). */
async function withExpiry(request: Request, answer: Response): Promise<Response> {
  const id = (answer.headers.get('location') ?? new URL(request.url).pathname).split('/').at(-1) ?? '';
  if (!answer.ok || !['POST', 'PATCH', 'HEAD'].includes(request.method)) return answer;
  const until = await keptUntil(id);
  if (until !== null) answer.headers.set('upload-expires', new Date(until).toUTCString());
  return answer;
}

const tus = new Server({
  path: '/uploads',
  relativeLocation: true,
  datastore: new DraftStore(),
  locker: new DatabaseLocker(),
  maxSize: config.maxFileBytes,
  namingFunction: () => randomBytes(16).toString('hex'),
  async onUploadCreate(request, upload) {
    const about = UploadMetadata.safeParse(upload.metadata);
    if (!about.success || upload.size === undefined) throw refused('broken-upload');
    const name = keepableName(about.data.filename);
    if (name === null) throw refused('name-too-long');
    if (upload.size === 0) throw refused('empty-file');
    const person = sender.getStore();
    if (!person) throw { status_code: 401, body: '' };
    const { id, size } = upload;
    const said = request.headers.get('upload-metadata') ?? '';
    const fits = await askBoundFor(person, about.data, { name, size });
    if (!fits.ok) throw refused(fits.why);
    if (!(await hasRoom(size))) throw refused('disk-full');
    const begun = await promised(person, size, (tx) =>
      beginUpload(person, { id, size, name, about: about.data, said }, tx)
    );
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
