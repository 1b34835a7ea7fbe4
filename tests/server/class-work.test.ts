import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buffer } from 'node:stream/consumers';
import { beforeAll, describe, expect, it } from 'vitest';
import { unpackCells } from '$core/grades/board';
import type { Actor } from '$core/people/policy';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { enrol } from '$server/courses/create-course';
import { behindCell, openBoard, readBoard, showOnBoard } from '$server/marking/board';
import { marksFile, planMarksFile, takeMarksFile } from '$server/marking/marks-file';
import { readOwnRemarks } from '$server/marking/own-remarks';
import { readForMarking } from '$server/marking/read-for-marking';
import { addRemark } from '$server/marking/remarks';
import { keepMark, returnRound } from '$server/marking/return-round';
import { returnKept, sayToEach } from '$server/marking/return-several';
import { worksZip } from '$server/marking/works-zip';
import { NotHere } from '$server/outcome';
import { readPosts } from '$server/threads/read-posts';
import { partyOf } from '$server/parties/party';
import { takeBack } from '$server/rounds/change';
import { at, attach, handIn, key, MONDAY, packetOf, person, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
let maren: Actor;
beforeAll(async () => {
  school = await smallCourse();
  maren = await person('Maren');
  await enrol(school.course.id, maren.id, 'student');
});
const keep = async (who: Actor, assignmentId: string, points: number, remark = '') =>
  keepMark(school.teacher, { packetId: await packetOf(who, assignmentId), round: 1, points, remark, key: key() });
const marksOf = async (who: Actor, assignmentId: string) =>
  (await readOwnPacket(await readAssignment(who, assignmentId))).marks;

describe('several at once', () => {
  it('are returned as they were kept, and whoever has nothing kept is named', async () => {
    const assignmentId = await school.set({ points: 20 });
    for (const who of [school.ilse, school.teodor]) await handIn(who, assignmentId);
    await keep(school.ilse, assignmentId, 17, 'Good.');
    const all = { assignmentId, studentIds: [school.ilse.id, school.teodor.id, maren.id] };
    const twice = key();
    expect(await returnKept(school.teacher, { ...all, key: twice })).toEqual({
      done: 1,
      refused: [
        { studentId: school.teodor.id, why: 'nothing-kept' },
        { studentId: maren.id, why: 'nothing-kept' }
      ]
    });
    expect(await marksOf(school.ilse, assignmentId)).toMatchObject([
      { points: 17, remark: 'Good.', outcome: 'settled' }
    ]);
    expect((await returnKept(school.teacher, { ...all, key: twice })).done).toBe(0);
    await keep(school.teodor, assignmentId, 3);
    await expect(returnKept(school.ilse, { ...all, key: key() })).rejects.toThrow(NotHere);
  });

  it('are spoken to, each aside, and none learns of the others', async () => {
    const assignmentId = await school.set();
    const said = { assignmentId, studentIds: [school.ilse.id, maren.id], body: 'Your report has not come yet.' };
    expect(await sayToEach(school.teacher, said)).toEqual({ done: 2, refused: [] });
    for (const who of [school.ilse, maren]) {
      const { id: partyId } = await partyOf(who.id, assignmentId);
      const [posts] = await readPosts(who, [{ on: 'assignment', id: assignmentId, partyId }]);
      expect(posts?.map(({ body }) => body)).toEqual(['Your report has not come yet.']);
    }
    await expect(sayToEach(school.ilse, said)).rejects.toThrow(NotHere);
  });
});

describe('marks as a file', () => {
  it('go out and come in again, all of them or none', async () => {
    const assignmentId = await school.set({ points: 20 });
    for (const who of [school.ilse, school.teodor]) await handIn(who, assignmentId);
    await keep(school.ilse, assignmentId, 12.5, '=SUM(1)');
    const { text } = await marksFile(school.teacher, assignmentId);
    const [header, ...lines] = text.trim().split('\n');
    expect(header).toBe('account,student,round,points,remark,counted,state');
    expect(lines.find((line) => line.includes('Ilse'))).toMatch(/,1,12\.5,'=SUM\(1\),12\.5,kept for later$/);
    const account = (who: string) => lines.find((line) => line.includes(who))?.split(',')[0] ?? '';
    const wrong = `account,points\n${account('Ilse')},14\n${account('Teodor')},21\n`;
    const refused = await takeMarksFile(school.teacher, assignmentId, wrong);
    expect(refused).toMatchObject({ kept: false, problems: [{ line: 3 }] });
    expect((await marksFile(school.teacher, assignmentId)).text).toContain(',12.5,');
    // Not in an account's name, which may hold any digits.
    const right = wrong.replace(',21\n', ',9.5\n');
    expect((await planMarksFile(school.teacher, assignmentId, right)).marks).toHaveLength(2);
    expect(await takeMarksFile(school.teacher, assignmentId, right)).toMatchObject({ kept: true, problems: [] });
    const view = await readForMarking(school.teacher, await packetOf(school.teodor, assignmentId));
    expect(view.draft).toMatchObject({ points: 9.5 });
    expect(await marksOf(school.teodor, assignmentId)).toEqual([]);
    await expect(planMarksFile(school.teacher, assignmentId, 'account,points\na"b,1\n')).rejects.toMatchObject({
      why: 'no-table'
    });
    await expect(marksFile(school.ilse, assignmentId)).rejects.toThrow(NotHere);
    await expect(takeMarksFile(school.ilse, assignmentId, right)).rejects.toThrow(NotHere);
  });
});

describe('all works of an assignment', () => {
  it('are one ZIP with a folder for each, whatever the files are called', async () => {
    const assignmentId = await school.set();
    await attach(school.ilse, assignmentId, 'first', 'count.txt');
    await handIn(school.ilse, assignmentId, 'third');
    await handIn(school.teodor, assignmentId, 'his');
    await takeBack(school.teodor, { assignmentId, restores: null, key: key() });
    const { zip } = await worksZip(school.teacher, assignmentId);
    const folder = mkdtempSync(join(tmpdir(), 'works-'));
    writeFileSync(join(folder, 'works.zip'), await buffer(zip));
    const listed = execFileSync('python3', [
      '-c',
      'import sys,zipfile; z=zipfile.ZipFile(sys.argv[1]); assert z.testzip() is None; print("\\n".join(z.namelist()))',
      join(folder, 'works.zip')
    ]).toString();
    expect(listed).toContain('Ilse, round 1/');
    expect(listed).not.toContain('Teodor');
    await expect(worksZip(school.teodor, assignmentId)).rejects.toThrow(NotHere);
  });
});

describe('the progress board', () => {
  it('shows a teacher everyone, a student their own row, and of others what these show, without what came of it', async () => {
    at(MONDAY);
    const { teacher, ilse, teodor, course, set } = await smallCourse();
    const first = await set({ title: 'First', points: 10 });
    await set({ title: 'Second', due: MONDAY - 3_600_000 });
    await handIn(ilse, first);
    const packetId = await packetOf(ilse, first);
    await returnRound(teacher, { packetId, round: 1, points: 8, remark: '', key: key(), outcome: 'settled' });
    const cellsOf = async (reader: Actor, whose: Actor) => {
      const { rows } = await readBoard(reader, course.id);
      const row = rows.find(({ id }) => id === whose.id);
      return row && unpackCells(row.cells);
    };
    expect(await cellsOf(teacher, ilse)).toMatchObject([{ state: 'returned', points: 8 }, { state: 'overdue' }]);
    expect(await cellsOf(teacher, teodor)).toMatchObject([{ state: 'undated' }, { state: 'overdue' }]);
    expect(await cellsOf(ilse, ilse)).toMatchObject([{ state: 'returned', points: 8 }, { state: 'overdue' }]);
    expect(await cellsOf(ilse, teodor)).toBeUndefined();
    await showOnBoard(ilse, { assignmentId: first, shown: true });
    expect(await cellsOf(teodor, ilse)).toBeUndefined();
    await openBoard(teacher, course.id, true);
    expect(await cellsOf(teodor, ilse)).toEqual([{ state: 'returned', late: false, shown: true, points: null }, null]);
    expect(await cellsOf(ilse, teodor)).toBeUndefined();
    await expect(openBoard(ilse, course.id, false)).rejects.toThrow(NotHere);
    await expect(showOnBoard(maren, { assignmentId: first, shown: true })).rejects.toThrow(NotHere);
    await expect(readBoard(maren, course.id)).rejects.toThrow(NotHere);
    const cell = { assignment: first, student: ilse.id };
    expect(await behindCell(teacher, course.id, cell)).toBe(`/marking/${packetId}?of=${first}`);
    expect(await behindCell(ilse, course.id, cell)).toBe(`/assignments/${first}`);
    await expect(behindCell(teodor, course.id, cell)).rejects.toThrow(NotHere);
  });
});

describe('remarks of a course', () => {
  it('are a student’s own, once they came back, with what keeps coming back', async () => {
    const { teacher, ilse, teodor, course, set } = await smallCourse();
    for (const remark of ['The scale bar is missing.', 'Where is the scale bar?']) {
      const assignmentId = await set({ points: 10 });
      await handIn(ilse, assignmentId);
      const packetId = await packetOf(ilse, assignmentId);
      const pieceId = (await readForMarking(teacher, packetId)).rounds[0]?.pieces[0]?.id ?? '';
      await addRemark(teacher, { packetId, pieceId, anchor: { on: 'whole' }, body: remark, key: key() });
      expect((await readOwnRemarks(ilse, course.id)).remarks.map(({ body }) => body)).not.toContain(remark);
      await returnRound(teacher, { packetId, round: 1, points: 5, remark: 'Thin.', key: key(), outcome: 'settled' });
    }
    const { remarks, again } = await readOwnRemarks(ilse, course.id);
    expect(remarks).toHaveLength(4);
    expect(again).toContainEqual({ words: 'scale bar', times: 2 });
    expect((await readOwnRemarks(teodor, course.id)).remarks).toEqual([]);
    await expect(readOwnRemarks(teacher, course.id)).rejects.toThrow(NotHere);
    await expect(readOwnRemarks(maren, course.id)).rejects.toThrow(NotHere);
  });
});
