import { beforeAll, describe, expect, it } from 'vitest';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { clock } from '$server/clock';
import { readForMarking } from '$server/marking/read-for-marking';
import { addRemark } from '$server/marking/remarks';
import { returnDue, returnLater } from '$server/marking/return-later';
import { keepMark, returnRound } from '$server/marking/return-round';
import { readReturned, undoReturn } from '$server/marking/undo-return';
import { readTidings } from '$server/tidings/read-tidings';
import { NotHere } from '$server/outcome';
import { at, attach, handIn, key, MONDAY, packetOf, smallCourse } from './kit';

const CRITERIA = [
  {
    title: 'Method',
    hint: '',
    levels: [
      { title: 'Sound', says: 'As it should be', points: 6 },
      { title: 'Shaky', says: '', points: 3 }
    ]
  },
  {
    title: 'Words',
    hint: '',
    levels: [
      { title: 'Clear', says: '', points: 4.5 },
      { title: 'Muddled', says: '', points: 1 }
    ]
  }
];
let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
});

async function work(over: Parameters<typeof school.set>[0] = {}) {
  at(MONDAY);
  const assignmentId = await school.set({ criteria: CRITERIA, points: 20, ...over });
  await handIn(school.ilse, assignmentId);
  const packetId = await packetOf(school.ilse, assignmentId);
  const { criteria } = await readForMarking(school.teacher, packetId);
  const rows = criteria.map(({ levels }) => ({ level: levels[0]?.id ?? '', points: null as number | null }));
  const judgement = (rest: Partial<Parameters<typeof keepMark>[1]> = {}) => ({
    ...{ packetId, round: 1, points: 10.5, remark: '', rows, key: key() },
    ...rest
  });
  const hers = async () => readOwnPacket(await readAssignment(school.ilse, assignmentId));
  return { assignmentId, packetId, rows, judgement, hers };
}

describe('a judgement by the rubric', () => {
  it('is exact, may lie between two levels, and explains other points', async () => {
    const { judgement, rows, hers } = await work();
    const settle = (rest: Parameters<typeof judgement>[0]) =>
      returnRound(school.teacher, { ...judgement(rest), outcome: 'settled' });
    const [one, other] = rows;
    if (!one || !other) throw new Error('rows');
    expect(await settle({ points: 9 })).toEqual({ ok: false, why: 'override-unexplained' });
    expect(await settle({ rows: [{ ...one, points: 7 }, other], points: 11.5 })).toEqual({
      ok: false,
      why: 'between-too-high'
    });
    const between = [{ ...one, points: 4.2 }, other];
    expect(await settle({ rows: between, points: 8.7 })).toEqual({ ok: true });
    const { rounds, marks } = await hers();
    expect(rounds[0]?.judged).toEqual([
      { title: 'Method', level: 'Sound', says: 'As it should be', points: 4.2, most: 6 },
      { title: 'Words', level: 'Clear', says: '', points: 4.5, most: 4.5 }
    ]);
    expect(marks[0]).toMatchObject({ points: 8.7, otherwise: null });
    const explained = { points: 9, otherwise: 'The drawing makes up for it.' };
    expect(await settle(explained)).toEqual({ ok: true });
    expect((await hers()).marks[0]).toMatchObject(explained);
  });

  it('keeps its rows unseen until the return', async () => {
    const { judgement, hers } = await work();
    await keepMark(school.teacher, judgement());
    expect((await hers()).rounds[0]?.judged).toEqual([]);
  });

  it('charges lateness as a line of its own, or not, with a reason', async () => {
    const late = { kind: 'per-day', percent: 10, graceMinutes: 0, floorPercent: 50 } as const;
    const { judgement, hers } = await work({ due: MONDAY - 3_600_000, late });
    await returnRound(school.teacher, { ...judgement(), outcome: 'settled' });
    expect((await hers()).marks[0]).toMatchObject({ kept: 0.9, lateKept: 0.9, waived: null });
    const waived = 'The ferry did not go.';
    await returnRound(school.teacher, { ...judgement({ waived }), outcome: 'settled' });
    expect((await hers()).marks[0]).toMatchObject({ kept: 1, lateKept: 0.9, waived });
  });
});

describe('a return', () => {
  it('is undone within a minute: everything stands again, and the student hears no more of it', async () => {
    const { packetId, judgement, hers } = await work();
    const [piece] = (await hers()).rounds[0]?.pieces ?? [];
    const remark = { packetId, pieceId: piece?.id ?? '', anchor: { on: 'whole' as const }, body: 'Good.', key: key() };
    await addRemark(school.teacher, remark);
    await returnRound(school.teacher, { ...judgement({ remark: 'Settled.' }), outcome: 'settled' });
    const about = async () => (await readTidings(school.ilse, null)).tidings.filter(({ kind }) => kind === 'returned');
    const heard = (await about()).length;
    expect(await readReturned(school.teacher, packetId)).toMatchObject({ student: 'Ilse' });
    expect(await readReturned(school.ilse, packetId)).toBeNull();
    await expect(undoReturn(school.teodor, packetId)).rejects.toThrow(NotHere);
    at(MONDAY + 59_000);
    expect(await undoReturn(school.teacher, packetId)).toEqual({ ok: true });
    const { rounds, marks, holding } = await hers();
    expect([holding.standing, marks, rounds[0]?.remarks, rounds[0]?.judged]).toEqual(['submitted', [], [], []]);
    expect((await about()).length).toBeLessThan(heard);
    const view = await readForMarking(school.teacher, packetId);
    expect(view.draft).toMatchObject({ points: 10.5, remark: 'Settled.' });
    expect(view.rounds[0]?.remarks).toHaveLength(1);
    expect(await undoReturn(school.teacher, packetId)).toEqual({ ok: false, why: 'nothing-to-undo' });
    await returnRound(school.teacher, { ...judgement(), outcome: 'settled' });
    at(MONDAY + 59_000 + 60_001);
    expect(await undoReturn(school.teacher, packetId)).toEqual({ ok: false, why: 'too-late-to-undo' });
    expect(await readReturned(school.teacher, packetId)).toBeNull();
  });

  it('is not undone once the student has done something about it', async () => {
    const { assignmentId, packetId, judgement } = await work();
    await returnRound(school.teacher, { ...judgement(), outcome: 'another-round' });
    await attach(school.ilse, assignmentId);
    expect(await undoReturn(school.teacher, packetId)).toEqual({ ok: false, why: 'nothing-to-undo' });
  });

  it('waits for its moment, unless something else is kept, and is then the same as any other', async () => {
    const { packetId, judgement, hers } = await work();
    const later = (rest = {}) =>
      returnLater(school.teacher, { ...judgement(), outcome: 'settled', at: MONDAY + 3_600_000, ...rest });
    expect(await later({ at: MONDAY - 1 })).toEqual({ ok: false, why: 'return-in-the-past' });
    expect(await later({ points: null })).toEqual({ ok: false, why: 'points-missing' });
    expect(await later()).toEqual({ ok: true });
    expect((await readForMarking(school.teacher, packetId)).draft?.returnAt).toBe(MONDAY + 3_600_000);
    await keepMark(school.teacher, judgement({ points: 10.5 }));
    at(MONDAY + 3_600_001);
    await returnDue();
    expect((await hers()).marks).toEqual([]);
    at(MONDAY);
    await later({ remark: 'On time.' });
    await returnDue();
    expect((await hers()).marks).toEqual([]);
    at(MONDAY + 3_600_000);
    expect(await returnDue()).toBe(1);
    expect((await hers()).marks[0]).toMatchObject({ points: 10.5, remark: 'On time.', at: clock.now() });
    expect(await returnDue()).toBe(0);
  });
});
