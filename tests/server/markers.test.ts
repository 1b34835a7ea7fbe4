import { beforeAll, describe, expect, it } from 'vitest';
import { z } from 'zod';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { enrol } from '$server/courses/create-course';
import { select } from '$server/db/connection';
import { readClass } from '$server/lines/class';
import { readHeaps, readMarkingDesk } from '$server/marking/desk';
import { marksFile, takeMarksFile } from '$server/marking/marks-file';
import { readForMarking } from '$server/marking/read-for-marking';
import { keepMark, returnRound } from '$server/marking/return-round';
import { giveTo, readShares, shareEvenly } from '$server/marking/shares';
import { worksZip } from '$server/marking/works-zip';
import { NotHere } from '$server/outcome';
import { readRound } from '$server/rounds/read-round';
import { find } from '$server/sources/find';
import { readTidings } from '$server/tidings/read-tidings';
import { at, attach, key, MONDAY, packetOf, person, smallCourse } from './kit';
import { submitPacket } from '$server/rounds/submit';

let school: Awaited<ReturnType<typeof smallCourse>>;
let second: Awaited<ReturnType<typeof person>>;
beforeAll(async () => {
  school = await smallCourse();
  second = await person('Amara');
  await enrol(school.course.id, second.id, 'teacher');
});

async function work(over: Parameters<typeof school.set>[0] = {}) {
  at(MONDAY);
  const assignmentId = await school.set(over);
  for (const who of [school.ilse, school.teodor]) {
    await attach(who, assignmentId, undefined, who === school.ilse ? 'Report of Ilse.txt' : 'Report.txt');
    await submitPacket(who, { assignmentId, key: key() });
  }
  const [hers, his] = [await packetOf(school.ilse, assignmentId), await packetOf(school.teodor, assignmentId)];
  const desk = async (who: typeof second) =>
    (await readMarkingDesk(who, null, assignmentId)).rounds.map(({ packetId }) => packetId).sort();
  const judge = (by: typeof second, points: number | null, packetId = hers) => ({
    by,
    given: { packetId, round: 1, points, remark: `${points ?? 'no'} points`, key: key() }
  });
  const keep = ({ by, given }: ReturnType<typeof judge>) => keepMark(by, given);
  const settle = ({ by, given }: ReturnType<typeof judge>) => returnRound(by, { ...given, outcome: 'settled' });
  return { assignmentId, hers, his, desk, judge, keep, settle };
}

describe('marking that is shared out', () => {
  it('gives each teacher their part of the class, and leaves what is nobody’s to both', async () => {
    const { assignmentId, hers, his, desk } = await work();
    expect(await desk(school.teacher)).toEqual([hers, his].sort());
    await expect(shareEvenly(school.ilse, assignmentId)).rejects.toThrow(NotHere);
    await expect(shareEvenly(school.stranger, assignmentId)).rejects.toThrow(NotHere);
    expect(await shareEvenly(school.teacher, assignmentId)).toEqual({ ok: true });
    // By the names of teachers and students: Amara before Odile, Ilse before Teodor.
    expect([await desk(second), await desk(school.teacher)]).toEqual([[hers], [his]]);
    const heap = (await readHeaps(second)).find((one) => one.assignmentId === assignmentId);
    expect(heap?.waiting).toBe(1);
    const give = (teacherId: string | null) =>
      giveTo(school.teacher, { assignmentId, studentIds: [school.ilse.id], teacherId });
    await give(school.teacher.id);
    expect([await desk(second), await desk(school.teacher)]).toEqual([[], [hers, his].sort()]);
    expect((await readShares(assignmentId)).given[school.ilse.id]).toBe(school.teacher.id);
    await give(null);
    expect(await desk(second)).toEqual([hers]);
    await expect(give(school.stranger.id)).rejects.toThrow(NotHere);
  });
});

describe('marking without names', () => {
  it('says nowhere whose a work is before it is settled, and then everywhere', async () => {
    const { assignmentId, hers, judge, settle } = await work({ nameless: true, points: 10 });
    const seen = async () => {
      const view = await readForMarking(school.teacher, hers);
      const piece = view.rounds[0]?.pieces[0];
      const { zip } = await worksZip(school.teacher, assignmentId);
      const bytes: Buffer[] = [];
      for await (const chunk of zip) bytes.push(chunk as Buffer);
      const { rounds } = await readMarkingDesk(school.teacher, null, assignmentId);
      const { lines } = await readClass({ assignmentId, followsDrafts: false, nameless: true });
      const { tidings } = await readTidings(school.teacher, null);
      const round = await readRound(school.teacher, hers, 1, null);
      return {
        led: lines.find(({ student }) => student === 'Ilse')?.packetId ?? null,
        said: JSON.stringify([
          [view.student, piece?.name, round.student, round.round.pieces[0]?.name, round.round.receipt],
          rounds.filter(({ packetId }) => packetId === hers),
          (await find(school.teacher, 'submitted', piece?.id ?? '')).file?.name,
          Buffer.concat(bytes).toString('latin1').includes('Ilse'),
          (await marksFile(school.teacher, assignmentId)).text,
          tidings.filter(({ href, kind }) => kind === 'submitted' && href.includes(hers)).map(({ facts }) => facts.by)
        ])
      };
    };
    const before = await seen();
    expect(before.led).toBeNull();
    expect(before.said).not.toMatch(/Ilse|ilse|true/);
    expect(before.said).toContain('A student');
    // Marks go out and come in by what works are called.
    const text = (await marksFile(school.teacher, assignmentId)).text;
    const code = /Work [0-9A-F]{5}/.exec((await readForMarking(school.teacher, hers)).student)?.[0] ?? '';
    const lines = text.split('\n').map((line) => (line.includes(code) ? line.replace(/,,,/, ',,7,') : line));
    expect(text).toContain(code);
    expect(
      await takeMarksFile(school.teacher, assignmentId, `account,round,points,remark\n${code},1,7,Fine\n`)
    ).toMatchObject({
      problems: [],
      kept: true
    });
    expect(lines.length).toBeGreaterThan(2);
    // To its student it is theirs all the while.
    expect((await readRound(school.ilse, hers, 1, null)).student).toBe('Ilse');
    expect(
      (
        await find(
          school.ilse,
          'submitted',
          (await readForMarking(school.teacher, hers)).rounds[0]?.pieces[0]?.id ?? ''
        )
      ).file?.name
    ).toBe('Report of Ilse.txt');
    expect(await settle(judge(school.teacher, 7))).toEqual({ ok: true });
    const after = await seen();
    expect(after.led).toBe(hers);
    expect(after.said).toMatch(/Report of Ilse/);
  });
});

describe('marking by two who agree', () => {
  it('keeps what either noted from the other until both have, and settles with the agreed mark', async () => {
    const { assignmentId, hers, judge, keep, settle } = await work({ secondMarker: true, points: 10 });
    const sees = async (who: typeof second) => (await readForMarking(who, hers)).ownMarks.map(({ points }) => points);
    expect(await settle(judge(school.teacher, 8))).toMatchObject({ why: 'second-marker-missing' });
    expect(await keep(judge(school.teacher, 8))).toEqual({ ok: true });
    expect([await sees(school.teacher), await sees(second)]).toEqual([[8], []]);
    // One teacher is not two, however often they note something.
    expect(await keep(judge(school.teacher, 9))).toEqual({ ok: true });
    expect(await settle(judge(school.teacher, 9))).toMatchObject({ why: 'second-marker-missing' });
    expect(await keep(judge(second, null))).toEqual({ ok: true });
    expect(await settle(judge(second, 8))).toMatchObject({ why: 'second-marker-missing' });
    expect(await keep(judge(second, 6))).toEqual({ ok: true });
    expect([await sees(school.teacher), await sees(second)]).toEqual([
      [6, 9],
      [6, 9]
    ]);
    expect(await settle(judge(second, 7.5))).toEqual({ ok: true });
    const { marks } = await readOwnPacket(await readAssignment(school.ilse, assignmentId));
    expect(marks).toMatchObject([{ points: 7.5, remark: '7.5 points' }]);
    const [kept] = await select(
      z.object({ n: z.number() }),
      'select count(*)::int as n from second_marks where packet_id = $1',
      [hers]
    );
    expect(kept?.n).toBe(2);
  });

  it('lets one alone ask for another round', async () => {
    const { judge } = await work({ secondMarker: true, points: 10 });
    const { by, given } = judge(school.teacher, null);
    expect(await returnRound(by, { ...given, outcome: 'another-round' })).toEqual({ ok: true });
  });
});
