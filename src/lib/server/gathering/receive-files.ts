import { z } from 'zod';
import type { Refusal } from '$core/packets/allowed';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { inspectBlob } from '../blobs/inspect';
import { BlobRefused, storeBlob } from '../blobs/store';
import { config } from '../config';
import { NotHere } from '../outcome';
import { whilePromised } from '../shelf/quota';
import { readMultipart, type IncomingFile } from '../blobs/multipart';
import { addFile, canAddFile } from './pieces';

/** What became of the files of one form. Each file stands for itself: one that is refused stops no other. */
export interface Received {
  added: string[];
  refused: Array<{ name: string; why: Refusal | PieceRefusal }>;
}

/** The longest form that is read, in bytes. */
const LONGEST = 2 * config.maxFileBytes;

/** Fields that stand before the files: the place in the packet (empty for "also"), and the form's key. */
const Fields = z.object({
  deliverable: z.union([z.literal(''), z.uuid()]),
  key: z.string().min(8).max(50)
});

/**
 * Takes files into the student's own packet as they stream in.
 *
 * Whether a file may be added is asked before its bytes are read, and again, under the packet's lock, when it is there.
 */
export async function receiveFiles(person: Actor, assignmentId: string, request: Request): Promise<Received> {
  try {
    // A form that does not say how long it is may be as long as any.
    const coming = Number(request.headers.get('content-length') ?? LONGEST);
    const read = (receive: (file: IncomingFile) => Promise<One>) => readMultipart(request, LONGEST, receive);
    const { taken } =
      (await whilePromised(person, coming, () => read((file) => receiveOne(person, assignmentId, file)))) ??
      (await read(async ({ name }) => ({ name, ok: false, why: 'shelf-full' })));
    const refused = taken.flatMap((one) => (one.ok ? [] : [{ name: one.name, why: one.why }]));
    if (taken.length === 0) refused.push({ name: '', why: 'no-file' });
    return { added: taken.flatMap((one) => (one.ok ? [one.name] : [])), refused };
  } catch (error) {
    if (error instanceof BlobRefused) return { added: [], refused: [{ name: '', why: error.why }] };
    throw error;
  }
}

type One = { name: string } & ({ ok: true } | { ok: false; why: Refusal | PieceRefusal });

async function receiveOne(person: Actor, assignmentId: string, file: IncomingFile): Promise<One> {
  const { name } = file;
  const fields = Fields.safeParse(Object.fromEntries(file.fields));
  if (!fields.success) throw new NotHere('This place in the packet');
  const deliverableId = fields.data.deliverable || null;
  const may = await canAddFile(person, { assignmentId, deliverableId });
  if (!may.ok) return { name, ok: false, why: may.why };
  try {
    const blob = await storeBlob(file.stream);
    // The same form sent twice adds a file once; another file in the same form is another request.
    const key = `${fields.data.key} ${blob.sha256.slice(0, 16)}`;
    const added = await addFile(person, { assignmentId, deliverableId, name, blob, key });
    if (!added.ok) return { name, ok: false, why: added.why };
    await inspectBlob(blob);
    return { name, ok: true };
  } catch (error) {
    if (error instanceof BlobRefused) return { name, ok: false, why: error.why };
    throw error;
  }
}
