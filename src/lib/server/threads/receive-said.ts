import { z } from 'zod';
import { jsonText } from '$core/forms/json-text';
import { contradiction } from '$core/materials/file-kinds';
import { keepableName } from '$core/pieces/names';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { SaidRefusal } from '$core/threads/rules';
import { About } from '$core/threads/views';
import type { Actor } from '$core/people/policy';
import { inspectBlob } from '../blobs/inspect';
import { BlobRefused, storeBlob } from '../blobs/store';
import { withoutSpot } from '../blobs/without-spot';
import type { Outcome } from '../outcome';
import { ownFile } from '../shelf/own-file';
import { readMultipart, type IncomingFile } from '../blobs/multipart';
import { askToSay, NewPost, post, type SaidBlob } from './say';

/** The most that goes with one message, in bytes. */
export const LARGEST_SAID = 100_000_000;

/** A form says nothing by an empty field. */
const maybe = z.union([z.literal('').transform(() => null), z.uuid()]).default(null);
const Fields = NewPost.extend({
  assignmentId: maybe,
  noticeId: maybe,
  courseId: maybe,
  studentId: maybe,
  answersTo: maybe,
  /** Files of the writer's Shelf, by their ids. */
  shelfFiles: z
    .string()
    .max(400)
    .default('')
    .transform((text) => text.split(' ').filter(Boolean))
    .pipe(z.array(z.uuid()).max(10)),
  /** Whether what is said to everyone may say where its pictures were taken. */
  spots: z.enum(['left-out', 'kept']).default('left-out'),
  about: z.union([z.literal('').transform(() => null), jsonText(About)]).default(null)
});

/**
 * Takes a message with its files as it streams in. Where a file is refused nothing is said, so that what was written is
 * sent again as a whole.
 *
 * @returns the answer, and the page that the form names to go back to
 */
export async function receiveSaid(person: Actor, request: Request): Promise<{ answer: Answer; back: string }> {
  try {
    const { fields, taken } = await readMultipart(request, LARGEST_SAID, (file) => keep(person, file));
    const back = fields.get('back') ?? '/';
    const refused = taken.find((one) => !one.ok);
    if (refused && !refused.ok) return { answer: refused, back };
    const given = Fields.safeParse(Object.fromEntries(fields));
    if (!given.success) return { answer: { ok: false, why: 'not-understood' }, back };
    const files = taken.flatMap((one) => (one.ok ? [one.file] : []));
    const { shelfFiles, spots, ...said } = given.data;
    const own = await Promise.all(shelfFiles.map((id) => ownFile(person, id)));
    const kept = own.map(({ name, sha256, size, mediaType }) => ({ name, blob: { sha256, size, mediaType } }));
    const all = [...files, ...kept];
    const going = said.to === 'floor' && spots === 'left-out' ? await Promise.all(all.map(plain)) : all;
    const leftOut = going.filter((file) => !all.includes(file)).map(({ name }) => name);
    const answer = await post(person, said, going);
    return { answer: answer.ok ? { ...answer, leftOut } : answer, back };
  } catch (error) {
    if (error instanceof BlobRefused) return { answer: { ok: false, why: error.why }, back: '/' };
    throw error;
  }
}

/** `leftOut`: files whose copies here do not say where they were taken. */
type Answer = Outcome<{ id: string; leftOut: string[] }, SaidRefusal | PieceRefusal>;

/** A file as everyone in a course gets it: without where it was taken. */
async function plain(file: SaidBlob): Promise<SaidBlob> {
  const blob = await withoutSpot(file.blob);
  return blob ? { ...file, blob } : file;
}

async function keep(
  person: Actor,
  { name, stream, fields }: IncomingFile
): Promise<Outcome<{ file: SaidBlob }, PieceRefusal | SaidRefusal>> {
  const given = Fields.safeParse(Object.fromEntries(fields));
  if (!given.success) return { ok: false, why: 'not-understood' };
  await askToSay(person, given.data);
  const kept = keepableName(name);
  if (kept === null) return { ok: false, why: 'name-too-long' };
  try {
    const blob = await storeBlob(stream);
    if (contradiction(kept, blob.mediaType) === 'program') return { ok: false, why: 'program-in-disguise' };
    await inspectBlob(blob);
    return { ok: true, file: { name: kept, blob } };
  } catch (error) {
    if (error instanceof BlobRefused) return { ok: false, why: error.why };
    throw error;
  }
}
