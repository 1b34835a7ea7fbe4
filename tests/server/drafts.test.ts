import { beforeEach, describe, expect, it } from 'vitest';
import { readClass } from '$server/lines/class';
import { readDrafts } from '$server/packets/read-packet';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { NotHere } from '$server/outcome';
import { openFile } from '$server/sources/find';
import { notePiece } from '$server/gathering/arrange-pieces';
import { attach, handIn, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeEach(async () => {
  school = await smallCourse();
});

const pieceOf = async (id: string) => {
  return (await readOwnPacket(await readAssignment(school.ilse, id))).pieces[0]?.id ?? '';
};

describe('a draft', () => {
  it('is its student’s alone where the assignment does not say otherwise', async () => {
    const id = await school.set();
    await attach(school.ilse, id, 'mine', 'draft.txt');
    expect(await readDrafts(id)).toEqual([]);
    const piece = await pieceOf(id);
    await expect(openFile(school.teacher, 'pieces', piece)).rejects.toThrow(NotHere);
    await expect(openFile(school.teodor, 'pieces', piece)).rejects.toThrow(NotHere);
    expect((await openFile(school.ilse, 'pieces', piece)).name).toBe('draft.txt');
    const { facts } = await readAssignment(school.teacher, id);
    const line = (await readClass(facts)).lines.find((one) => one.studentId === school.ilse.id);
    // Even that there is something is not told.
    expect(line?.standing).toBe('not-started');
  });

  it('can be followed where the assignment says so, and following is no submit', async () => {
    const id = await school.set({ followsDrafts: true });
    await attach(school.ilse, id, 'mine', 'draft.txt');
    const pieceId = await pieceOf(id);
    await notePiece(school.ilse, { assignmentId: id, pieceId, note: 'Half of it.' });
    expect(await readDrafts(id)).toMatchObject([{ name: 'draft.txt', note: 'Half of it.' }]);
    expect((await openFile(school.teacher, 'pieces', pieceId)).name).toBe('draft.txt');
    await expect(openFile(school.teodor, 'pieces', pieceId)).rejects.toThrow(NotHere);
    const { facts } = await readAssignment(school.teacher, id);
    const line = (await readClass(facts)).lines.find((one) => one.studentId === school.ilse.id);
    expect(line).toMatchObject({ standing: 'in-progress', holder: 'student', rounds: 0 });
  });

  it('is no draft any more once it is submitted: the round says what the teacher has', async () => {
    const id = await school.set({ followsDrafts: true });
    await handIn(school.ilse, id);
    expect(await readDrafts(id)).toEqual([]);
  });
});
