import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { blobPath } from '$server/blobs/store';
import { removePiece } from '$server/gathering/pieces';
import { restorePieces } from '$server/gathering/restore-pieces';
import { beginPage, keepPage, readPage } from '$server/gathering/write-page';
import { NotHere } from '$server/outcome';
import { readBehind, readBehindDone } from '$server/reading/read-behind';
import { dropRevision, revise } from '$server/rounds/change';
import { submitPacket } from '$server/rounds/submit';
import { readShelf } from '$server/shelf/read-shelf';
import { find } from '$server/sources/find';
import { key, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
});

/** A page that was begun in a packet of its own. */
async function begun(name = 'Field report') {
  const assignmentId = await school.set();
  const answer = await beginPage(school.ilse, { assignmentId, deliverableId: null, name, key: key() });
  if (!answer.ok) throw new Error(answer.why);
  return { assignmentId, pieceId: answer.pieceId };
}
const write = (page: { assignmentId: string; pieceId: string }, text: string, known: number | null, over = false) =>
  keepPage(school.ilse, { ...page, text, known, over });
const packetOf = async (assignmentId: string) => readOwnPacket(await readAssignment(school.ilse, assignmentId));
const bytesOf = async (person: typeof school.ilse, from: 'pieces' | 'submitted', id: string) =>
  readFileSync(blobPath((await find(person, from, id)).file?.sha256 ?? ''), 'utf8');

describe('a page', () => {
  it('is named and begun in its place, kept as it is written, and counted like any document', async () => {
    const page = await begun();
    expect(await readPage(school.ilse, page)).toMatchObject({
      ok: true,
      page: { text: '# Field report\n', version: 0 }
    });
    expect(await write(page, '# Field report\n\nKelp above', 0)).toMatchObject({ ok: true, version: 1 });
    expect(await write(page, '# Field report\n\nKelp above, rope below', 1, true)).toMatchObject({ version: 2 });
    const { pieces } = await packetOf(page.assignmentId);
    expect(pieces).toMatchObject([{ kind: 'page', name: 'Field report.md', mediaType: 'text/markdown' }]);
    readBehind(pieces, 'pieces');
    await readBehindDone();
    expect((await packetOf(page.assignmentId)).pieces).toMatchObject([{ reading: { words: 6 } }]);
  });

  it('is never written over what another window has kept, unless that is wanted; then the other stays on the Shelf', async () => {
    const page = await begun('Two windows');
    await write(page, 'one', 0);
    expect(await write(page, 'other', 0)).toEqual({ ok: false, why: 'written-elsewhere' });
    expect(await readPage(school.ilse, page)).toMatchObject({ page: { text: 'one', version: 1 } });
    const both = await Promise.all(['a', 'b'].map((text) => write(page, text, 1)));
    expect(both.filter(({ ok }) => ok)).toHaveLength(1);
    expect(await write(page, 'other', null, true)).toMatchObject({ ok: true });
    const { files } = await readShelf(school.ilse);
    const file = files.find(({ name }) => name === 'Two windows.md');
    expect(file?.version).toBe(2);
  });

  it('is frozen with its last word, and what is written afterwards changes no round', async () => {
    const page = await begun('Frozen');
    await write(page, 'before the submit', 0);
    const submitted = await submitPacket(school.ilse, { assignmentId: page.assignmentId, key: key() });
    expect(submitted.ok).toBe(true);
    expect(await write(page, 'while it is with the teacher', 1)).toMatchObject({ ok: false });
    await revise(school.ilse, page);
    await write(page, 'after', 1, true);
    const { rounds } = await packetOf(page.assignmentId);
    const frozen = rounds[0]?.pieces[0]?.id ?? '';
    expect(await bytesOf(school.teacher, 'submitted', frozen)).toBe('before the submit');
    expect(await bytesOf(school.ilse, 'pieces', page.pieceId)).toBe('after');
    await dropRevision(school.ilse, page);
    const [back] = (await packetOf(page.assignmentId)).pieces;
    expect(await bytesOf(school.ilse, 'pieces', back?.id ?? '')).toBe('before the submit');
  });

  it('that leaves its packet is on the Shelf with its last word, and can be put back from its round', async () => {
    const page = await begun('Taken out');
    await write(page, 'the round has this', 0, true);
    await submitPacket(school.ilse, { assignmentId: page.assignmentId, key: key() });
    await revise(school.ilse, page);
    await write(page, 'the last word', 1);
    await removePiece(school.ilse, page);
    const { files } = await readShelf(school.ilse);
    const file = files.find(({ name }) => name === 'Taken out.md');
    expect(readFileSync(blobPath((await find(school.ilse, 'shelf', file?.id ?? '')).file?.sha256 ?? ''), 'utf8')).toBe(
      'the last word'
    );
    await restorePieces(school.ilse, { assignmentId: page.assignmentId, round: 1 });
    const [back] = (await packetOf(page.assignmentId)).pieces;
    const again = { assignmentId: page.assignmentId, pieceId: back?.id ?? '' };
    expect(await readPage(school.ilse, again)).toMatchObject({ page: { text: 'the round has this', version: 0 } });
  });

  it('is nobody else’s, and no other piece is a page', async () => {
    const page = await begun('Mine');
    await write(page, 'mine', 0);
    for (const other of [school.teodor, school.teacher, school.stranger]) {
      await expect(readPage(other, page)).rejects.toThrow(NotHere);
      await expect(keepPage(other, { ...page, text: 'stolen', known: null, over: true })).rejects.toThrow(NotHere);
    }
    expect(await readPage(school.ilse, page)).toMatchObject({ page: { text: 'mine' } });
  });
});
