import { beforeAll, describe, expect, it } from 'vitest';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { excuse } from '$server/marking/class-actions';
import { readForMarking } from '$server/marking/read-for-marking';
import { openRound, returnRound } from '$server/marking/return-round';
import { openFile } from '$server/sources/find';
import { removePiece } from '$server/gathering/pieces';
import { submitPacket } from '$server/rounds/submit';
import { NotHere } from '$server/outcome';
import { attach, handIn, key, packetOf, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
let assignmentId: string;
let packetId: string;
let pieceId: string;
let roundPieceId: string;

beforeAll(async () => {
  school = await smallCourse();
  assignmentId = await school.set();
  await handIn(school.ilse, assignmentId);
  packetId = await packetOf(school.ilse, assignmentId);
  const packet = await readOwnPacket(await readAssignment(school.ilse, assignmentId));
  pieceId = packet.pieces[0]?.id ?? '';
  roundPieceId = packet.rounds[0]?.pieces[0]?.id ?? '';
});

describe('what is not yours is not here', () => {
  it('for a classmate', async () => {
    const { teodor } = school;
    await expect(openFile(teodor, 'pieces', pieceId)).rejects.toThrow(NotHere);
    await expect(openFile(teodor, 'submitted', roundPieceId)).rejects.toThrow(NotHere);
    await expect(readForMarking(teodor, packetId)).rejects.toThrow(NotHere);
    await expect(openRound(teodor, packetId)).rejects.toThrow(NotHere);
    await expect(removePiece(teodor, { assignmentId, pieceId })).rejects.toThrow(NotHere);
    await expect(excuse(teodor, { assignmentId, studentId: teodor.id })).rejects.toThrow(NotHere);
    const mark = { packetId, round: 1, points: 20, remark: '', key: key(), outcome: 'settled' as const };
    await expect(returnRound(teodor, mark)).rejects.toThrow(NotHere);
  });

  it('for someone outside the course', async () => {
    const { stranger } = school;
    await expect(readAssignment(stranger, assignmentId)).rejects.toThrow(NotHere);
    await expect(attach(stranger, assignmentId)).rejects.toThrow(NotHere);
    await expect(submitPacket(stranger, { assignmentId, key: key() })).rejects.toThrow(NotHere);
    await expect(openFile(stranger, 'submitted', roundPieceId)).rejects.toThrow(NotHere);
  });

  it('for a student before an unpublished assignment', async () => {
    const hidden = await school.set({ published: false });
    await expect(readAssignment(school.ilse, hidden)).rejects.toThrow(NotHere);
    await expect(attach(school.ilse, hidden)).rejects.toThrow(NotHere);
    expect((await readAssignment(school.teacher, hidden)).role).toBe('teacher');
  });

  it('for the teacher, as long as it is a draft', async () => {
    await expect(openFile(school.teacher, 'pieces', pieceId)).rejects.toThrow(NotHere);
    expect((await openFile(school.teacher, 'submitted', roundPieceId)).name).toBe('report.txt');
    const followed = await school.set({ followsDrafts: true });
    const added = await attach(school.ilse, followed);
    if (!added.ok) throw new Error(added.why);
    expect((await openFile(school.teacher, 'pieces', added.pieceId)).name).toBe('report.txt');
  });
});
