import { Readable } from 'node:stream';
import { beforeEach, describe, expect, it } from 'vitest';
import type { FilePiece } from '$core/pieces/piece';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { storeBlob } from '$server/blobs/store';
import { addMaterial } from '$server/courses/materials';
import { readBehind, readBehindDone } from '$server/reading/read-behind';
import { revise } from '$server/rounds/change';
import { removePiece } from '$server/gathering/pieces';
import { submitPacket } from '$server/rounds/submit';
import { readDocument } from '$server/reading/read-document';
import { attach, key, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
let assignmentId: string;
beforeEach(async () => {
  school = await smallCourse();
  assignmentId = await school.set();
});

const LONG =
  'Before the storm the east shore held eleven pools above the ledge, and each of them had limpets; after it, seven were left.';

async function files(): Promise<FilePiece[]> {
  const read = async () => (await readOwnPacket(await readAssignment(school.ilse, assignmentId))).pieces;
  readBehind(await read(), 'pieces');
  await readBehindDone();
  return (await read()).filter((piece): piece is FilePiece => piece.kind === 'file');
}

describe('what is known of a piece before it is submitted', () => {
  it('is how many words it has', async () => {
    await attach(school.ilse, assignmentId, LONG, 'report.txt');
    await attach(school.ilse, assignmentId, '\x00\x01\x02', 'noise.bin');
    expect((await files()).map(({ name, reading }) => [name, reading])).toEqual([
      ['report.txt', { words: 23, pages: null }],
      ['noise.bin', null]
    ]);
  });

  it('is in which rounds the same bytes, or the same words, were submitted', async () => {
    await attach(school.ilse, assignmentId, LONG, 'report.txt');
    await files();
    await submitPacket(school.ilse, { assignmentId, key: key() });
    await revise(school.ilse, { assignmentId });
    const [again] = await files();
    expect(again?.same?.rounds).toEqual([1]);
    await removePiece(school.ilse, { assignmentId, pieceId: again?.id ?? '' });
    await attach(school.ilse, assignmentId, LONG.replaceAll(' ', '\n  '), 'report.txt');
    expect((await files()).map(({ same }) => same?.rounds)).toEqual([[1]]);
    await attach(school.ilse, assignmentId, `${LONG} Two came back.`, 'longer.txt');
    expect((await files()).map(({ same }) => same?.rounds)).toEqual([[1], []]);
  });

  it('is that the same file lies in the packet twice', async () => {
    await attach(school.ilse, assignmentId, LONG, 'a.txt');
    await attach(school.ilse, assignmentId, LONG, 'b.txt');
    expect((await files()).map(({ same }) => same?.piece)).toEqual(['b.txt', 'a.txt']);
  });

  it('is that it is what the teacher handed out, by its bytes or by its words', async () => {
    const { facts } = await readAssignment(school.teacher, assignmentId);
    const blob = await storeBlob(Readable.from([Buffer.from(LONG)]));
    const handout = { title: 'An outline', name: 'outline.txt', blob };
    await addMaterial(school.teacher, facts.courseSlug, { assignmentId }, handout);
    await readDocument({ ...blob, name: 'outline.txt' });
    await attach(school.ilse, assignmentId, LONG, 'report.txt');
    await attach(school.ilse, assignmentId, `${LONG}\n\n`, 'report-2.txt');
    await attach(school.ilse, assignmentId, 'Only a few words.', 'own.txt');
    expect((await files()).map(({ same }) => same?.handedOut)).toEqual(['An outline', 'An outline', null]);
  });
});
