import { beforeEach, describe, expect, it } from 'vitest';
import type { Actor } from '$core/people/policy';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { NotHere } from '$server/outcome';
import { movePiece, notePiece, renamePiece } from '$server/gathering/arrange-pieces';
import { dropRevision, revise } from '$server/rounds/change';
import { submitPacket } from '$server/rounds/submit';
import { attach, key, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
let assignmentId: string;
beforeEach(async () => {
  school = await smallCourse();
  assignmentId = await school.set();
  for (const name of ['one.txt', 'two.txt', 'three.txt']) await attach(school.ilse, assignmentId, name, name);
});

const packet = async (who: Actor) => readOwnPacket(await readAssignment(who, assignmentId));
const names = async () => (await packet(school.ilse)).pieces.map(({ name }) => name);
const idOf = async (name: string) => (await packet(school.ilse)).pieces.find((piece) => piece.name === name)?.id ?? '';
const submit = () => submitPacket(school.ilse, { assignmentId, key: key() });

describe('arranging the pieces of a packet', () => {
  it('moves one up or down, and leaves it alone at the ends', async () => {
    const pieceId = await idOf('three.txt');
    await movePiece(school.ilse, { assignmentId, pieceId, by: 'up' });
    expect(await names()).toEqual(['one.txt', 'three.txt', 'two.txt']);
    await movePiece(school.ilse, { assignmentId, pieceId, by: 'up' });
    await movePiece(school.ilse, { assignmentId, pieceId, by: 'up' });
    expect(await names()).toEqual(['three.txt', 'one.txt', 'two.txt']);
    await movePiece(school.ilse, { assignmentId, pieceId, by: 'down' });
    expect(await names()).toEqual(['one.txt', 'three.txt', 'two.txt']);
  });

  it('renames, keeps the ending, and does no harm', async () => {
    const pieceId = await idOf('one.txt');
    const rename = (name: string) => renamePiece(school.ilse, { assignmentId, pieceId, name });
    expect(await rename('Varga Report')).toEqual({ ok: true, name: 'Varga Report.txt' });
    expect(await rename('../../etc/passwd.TXT')).toEqual({ ok: true, name: 'passwd.TXT' });
    expect(await rename('x'.repeat(400))).toEqual({ ok: false, why: 'name-too-long' });
    expect(await names()).toContain('passwd.TXT');
  });

  it('takes the word beside a piece, its name and its order into the round, and out of it again', async () => {
    await notePiece(school.ilse, {
      assignmentId,
      pieceId: await idOf('one.txt'),
      note: 'The second page is upside down.'
    });
    await movePiece(school.ilse, { assignmentId, pieceId: await idOf('one.txt'), by: 'down' });
    await submit();
    const pieces = async () => (await packet(school.ilse)).rounds[0]?.pieces.map(({ name, note }) => [name, note]);
    const frozen = [
      ['two.txt', ''],
      ['one.txt', 'The second page is upside down.'],
      ['three.txt', '']
    ];
    expect(await pieces()).toEqual(frozen);
    await revise(school.ilse, { assignmentId });
    await renamePiece(school.ilse, { assignmentId, pieceId: await idOf('one.txt'), name: 'better' });
    expect(await pieces()).toEqual(frozen);
    await dropRevision(school.ilse, { assignmentId });
    expect((await packet(school.ilse)).pieces.map(({ name, note }) => [name, note])).toEqual(frozen);
  });

  it('is refused while the teacher has it, and for everyone else', async () => {
    const pieceId = await idOf('one.txt');
    const move = (who: Actor) => movePiece(who, { assignmentId, pieceId, by: 'down' });
    await expect(move(school.teodor)).rejects.toThrow(NotHere);
    await expect(move(school.teacher)).rejects.toThrow(NotHere);
    await expect(move(school.stranger)).rejects.toThrow(NotHere);
    await submit();
    expect(await move(school.ilse)).toEqual({ ok: false, why: 'with-teacher' });
    expect(await renamePiece(school.ilse, { assignmentId, pieceId, name: 'late' })).toEqual({
      ok: false,
      why: 'with-teacher'
    });
    expect(await names()).toEqual(['one.txt', 'two.txt', 'three.txt']);
  });
});
