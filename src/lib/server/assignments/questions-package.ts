import { cut } from '$core/cut';
import { Readable } from 'node:stream';
import yazl from 'yazl';
import { PICTURE } from '$core/pages/picture-name';
import type { Question } from '$core/questions/question';
import type { BroughtQuestions } from '$core/questions/qti/opened';
import { itemXml, manifestXml, testXml, type Besides } from '$core/questions/qti/write';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { inspectBlob } from '../blobs/inspect';
import { openSound, soundPath } from '../blobs/sound';
import { BlobRefused, storeBlob } from '../blobs/store';
import type { Outcome } from '../outcome';
import { mathml } from '../pages/print/mathml';
import { parseApart } from '../parsing/pool';
import { addPlacePicture, pictureBlobs } from './place-pictures';
import { openQuestions } from './questions';
import type { StarterPlace } from './starter';

/** Larger packages are not opened. */
export const LARGEST_PACKAGE = 60_000_000;

/**
 * The questions of a place as a package of QTI 3 (a ZIP) as it streams: a test, an item for each, the pictures. What is right goes
 * with them.
 *
 * @throws NotHere where there is no such place for this person
 */
export async function questionsPackage(person: Actor, at: StarterPlace): Promise<{ name: string; stream: Readable }> {
  const set = await openQuestions(person, at);
  const blobs = new Map((await pictureBlobs(at.deliverableId)).map((blob) => [blob.sha256, blob]));
  const items = await Promise.all(
    set.questions.map(async (question, i) => {
      const blob = question.picture ? blobs.get(PICTURE.exec(question.picture.name)?.[1] ?? '') : undefined;
      const pixels = blob ? (await inspectBlob(blob)).pixels : undefined;
      const { name = '' } = question.picture ?? {};
      const picture: Besides['picture'] = blob
        ? { href: name, mediaType: blob.mediaType, width: pixels?.width ?? 1000, height: pixels?.height ?? 1000 }
        : null;
      const xml = itemXml(question, i + 1, { picture, formula: (tex) => mathml(tex, false) });
      return { id: question.id, file: `question-${i + 1}.xml`, pictures: picture ? [name] : [], xml, blob };
    })
  );
  const zip = new yazl.ZipFile();
  const stream = zip.outputStream as Readable;
  zip.on('error', (error: Error) => stream.destroy(error));
  const add = (path: string, text: string) => zip.addBuffer(Buffer.from(text), path);
  add('imsmanifest.xml', manifestXml('test.xml', items));
  add(
    'test.xml',
    testXml(
      set,
      set.place,
      items.map(({ file }) => file)
    )
  );
  for (const { file, xml } of items) add(file, xml);
  const shown = new Map(items.flatMap(({ blob, pictures: [name] }) => (blob && name ? [[name, blob] as const] : [])));
  for (const [path, blob] of shown)
    zip.addReadStreamLazy(path, { size: blob.size, compress: false }, (give) => {
      openSound(blob).then(
        (bytes) => give(null, bytes),
        (error: Error) => stream.destroy(error)
      );
    });
  zip.end();
  return { name: `${set.place}.zip`, stream };
}

/**
 * Reads a package of QTI 3, or one item, so that its questions can be looked through and kept. Nothing but its pictures is kept
 * by this.
 *
 * @throws NotHere where there is no such place for this person
 */
export async function bringQuestions(
  person: Actor,
  at: StarterPlace,
  { stream, name }: { stream: ReadableStream; name: string }
): Promise<Outcome<{ brought: BroughtQuestions }, PieceRefusal>> {
  await openQuestions(person, at);
  try {
    const bytes = Readable.fromWeb(stream as Parameters<typeof Readable.fromWeb>[0]);
    const blob = await storeBlob(bytes, LARGEST_PACKAGE);
    const opened = await parseApart('questions-package', { path: await soundPath(blob), name });
    if (opened === null) return { ok: false, why: 'no-questions-inside' };
    const { unread, minutes, oneByOne } = opened;
    const questions: Question[] = [];
    for (const { question, picture } of opened.questions) {
      const stored =
        picture &&
        (await addPlacePicture(person, at, {
          stream: new Blob([Buffer.from(picture.bytes)]).stream(),
          name: picture.name
        }));
      if (stored && !stored.ok)
        unread.push({ title: cut(question.text, 60), why: 'Its picture cannot be shown here.' });
      const alt = cut(picture?.alt ?? '', 500);
      if (stored?.ok) questions.push({ ...question, picture: { name: stored.name, alt } });
      else if (question.kind !== 'spot') questions.push(question);
    }
    return { ok: true, brought: { questions, unread, minutes, oneByOne } };
  } catch (error) {
    if (error instanceof BlobRefused) return { ok: false, why: error.why };
    throw error;
  }
}
