import { beforeAll, describe, expect, it } from 'vitest';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { readDesk } from '$server/lines/desk';
import { dropRevision, revise, takeBack, declareDone } from '$server/rounds/change';
import { removePiece } from '$server/gathering/pieces';
import { submitPacket } from '$server/rounds/submit';
import { keepMark, lookAndSettle, openRound, returnRound } from '$server/marking/return-round';
import { readForMarking } from '$server/marking/read-for-marking';
import { readMarkingDesk } from '$server/marking/desk';
import { excuse, extend, liftExcuse, receiveInPerson } from '$server/marking/class-actions';
import { at, attach, count, DAY, execute, handIn, HOUR, key, MONDAY, packetOf, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
});

const ownPacket = async (assignmentId: string) => {
  return readOwnPacket(await readAssignment(school.ilse, assignmentId));
};
const judgement = async (assignmentId: string, points: number | null, round = 1) => ({
  packetId: await packetOf(school.ilse, assignmentId),
  round,
  points,
  remark: 'Show the tide table.',
  key: key()
});

describe('the loop from set to settled', () => {
  it('submits, takes back, submits again, is marked, settles', async () => {
    const { ilse, teacher, set } = school;
    const id = await set({ due: MONDAY + DAY });
    expect(await handIn(ilse, id)).toMatchObject({ ok: true, round: 1 });
    expect((await ownPacket(id)).holding).toMatchObject({ holder: 'teacher', standing: 'submitted' });

    expect(await takeBack(ilse, { assignmentId: id, restores: null, key: key() })).toEqual({ ok: true });
    expect((await ownPacket(id)).holding).toMatchObject({ holder: 'student', standing: 'taken-back' });

    expect(await submitPacket(ilse, { assignmentId: id, key: key() })).toMatchObject({ ok: true, round: 2 });
    expect(await returnRound(teacher, { ...(await judgement(id, 17.5, 2)), outcome: 'settled' })).toEqual({ ok: true });

    const settled = await ownPacket(id);
    expect(settled.holding).toMatchObject({ holder: 'nobody', standing: 'settled', settledBy: 'result' });
    expect(settled.marks[0]).toMatchObject({ points: 17.5, remark: 'Show the tide table.', outcome: 'settled' });
    expect(settled.rounds.map((r) => [r.no, r.state])).toEqual([
      [2, 'settled'],
      [1, 'taken-back']
    ]);
  });

  it('charges what lateness costs, from the moment that the server saw', async () => {
    const { ilse, teacher, set } = school;
    const late = { kind: 'per-day', percent: 10, graceMinutes: 0, floorPercent: 0 } as const;
    const id = await set({ due: MONDAY + HOUR, late });
    at(MONDAY + DAY + 2 * HOUR);
    await handIn(ilse, id);
    await returnRound(teacher, { ...(await judgement(id, 20)), outcome: 'settled' });
    const { rounds, marks } = await ownPacket(id);
    expect(rounds[0]).toMatchObject({ lateSeconds: 25 * 3600, startedDays: 2, kept: 0.8 });
    expect(marks[0]).toMatchObject({ points: 20, kept: 0.8 });
    at(MONDAY);
  });

  it('asks for another round beyond the allowance, and thereby gives it', async () => {
    const { ilse, teacher, set } = school;
    const id = await set({ allowance: 1 });
    await handIn(ilse, id);
    await returnRound(teacher, { ...(await judgement(id, null)), outcome: 'another-round', due: MONDAY + 3 * DAY });
    const packet = await ownPacket(id);
    expect(packet.holding.standing).toBe('another-round');
    expect(packet.custody.terms.due).toBe(MONDAY + 3 * DAY);
    expect(await submitPacket(ilse, { assignmentId: id, key: key() })).toMatchObject({ ok: true, round: 2 });
  });

  it('revises while the round stands, and gives the revision up again', async () => {
    const { ilse, set } = school;
    const id = await set();
    await handIn(ilse, id, 'first words');
    expect(await revise(ilse, { assignmentId: id })).toEqual({ ok: true });
    await attach(ilse, id, 'second thoughts', 'more.txt');
    expect((await ownPacket(id)).pieces).toHaveLength(2);
    expect((await readMarkingDesk(school.teacher)).rounds.some((r) => r.assignmentId === id && r.round === 1)).toBe(
      true
    );
    expect(await dropRevision(ilse, { assignmentId: id })).toEqual({ ok: true });
    const { pieces, rounds, custody } = await ownPacket(id);
    expect(pieces.map((p) => p.name)).toEqual(rounds[0]?.pieces.map((p) => p.name));
    expect(custody.pieces).toBe(1);
  });

  it('lets a replaced round stand again', async () => {
    const { ilse, set } = school;
    const id = await set();
    await handIn(ilse, id);
    await revise(ilse, { assignmentId: id });
    await handIn(ilse, id);
    expect(await takeBack(ilse, { assignmentId: id, restores: 1, key: key() })).toEqual({ ok: true });
    const { rounds, holding } = await ownPacket(id);
    expect(rounds.map((r) => r.state)).toEqual(['taken-back', 'standing']);
    expect(holding.standing).toBe('revising');
  });

  it('settles by looking, by declaring, in person and by excuse', async () => {
    const { ilse, teacher, set } = school;
    const looked = await set({ settles: 'looked-at', points: null });
    await handIn(ilse, looked);
    const { packetId, round, remark } = await judgement(looked, null);
    expect(await lookAndSettle(teacher, { packetId, round, remark, key: key() })).toEqual({ ok: true });
    const declared = await set({ settles: 'declared', points: null });
    expect(await declareDone(ilse, { assignmentId: declared })).toEqual({ ok: true });
    const brought = await set();
    const who = { assignmentId: brought, studentId: ilse.id };
    expect(await receiveInPerson(teacher, who, { points: 21 })).toEqual({ ok: false, why: 'points-too-high' });
    expect(await receiveInPerson(teacher, who, { points: 15, remark: 'Seen at the slip.' })).toEqual({ ok: true });
    const freed = await set();
    await excuse(teacher, { assignmentId: freed, studentId: ilse.id });
    const by = await Promise.all(
      [looked, declared, brought, freed].map(async (id) => (await ownPacket(id)).holding.settledBy)
    );
    expect(by).toEqual(['looked-at', 'declared', 'in-person', 'excused']);
    await liftExcuse(teacher, { assignmentId: freed, studentId: ilse.id });
    expect((await ownPacket(freed)).holding.standing).toBe('not-started');
  });

  it('extends for one student alone', async () => {
    const { ilse, teodor, teacher, set } = school;
    const id = await set({ due: MONDAY - HOUR, closes: MONDAY - HOUR });
    expect(await attach(ilse, id)).toEqual({ ok: false, why: 'closed' });
    await extend(teacher, { assignmentId: id, studentId: ilse.id, due: MONDAY + DAY, closes: MONDAY + DAY });
    expect(await handIn(ilse, id)).toMatchObject({ ok: true, round: 1 });
    expect(await attach(teodor, id)).toEqual({ ok: false, why: 'closed' });
  });

  it('shows each on the Desk as custody tells it', async () => {
    const { ilse, set } = school;
    const taken = await set({ title: 'Taken back', due: MONDAY + 5 * DAY });
    await handIn(ilse, taken);
    await takeBack(ilse, { assignmentId: taken, restores: null, key: key() });
    const fresh = await set({ title: 'Untouched' });
    const { lines } = await readDesk(ilse);
    expect(lines.find((l) => l.assignmentId === taken)).toMatchObject({
      standing: 'taken-back',
      lastMove: 'to-student'
    });
    expect(lines.find((l) => l.assignmentId === fresh)).toMatchObject({ standing: 'not-started', due: null });
  });
});

describe('what the teacher’s page did not know yet', () => {
  it('refuses to take back, revise or replace once marking has begun', async () => {
    const { ilse, teacher, set } = school;
    const id = await set();
    await handIn(ilse, id);
    expect(await keepMark(teacher, await judgement(id, 12))).toEqual({ ok: true });
    expect(await takeBack(ilse, { assignmentId: id, restores: null, key: key() })).toEqual({
      ok: false,
      why: 'marking-has-begun'
    });
    expect(await revise(ilse, { assignmentId: id })).toEqual({ ok: false, why: 'marking-has-begun' });
    expect((await ownPacket(id)).marks).toEqual([]);
    expect((await readForMarking(teacher, await packetOf(ilse, id))).draft).toMatchObject({ points: 12 });
  });

  it('refuses a mark for a round that is no longer the one that stands', async () => {
    const { ilse, teacher, set } = school;
    const id = await set();
    await handIn(ilse, id);
    await revise(ilse, { assignmentId: id });
    await handIn(ilse, id);
    expect(await returnRound(teacher, { ...(await judgement(id, 10, 1)), outcome: 'settled' })).toEqual({
      ok: false,
      why: 'another-round-stands'
    });
  });

  it('keeps the place of an opened round in the allowance', async () => {
    const { ilse, teacher, set } = school;
    const id = await set({ allowance: 1 });
    await handIn(ilse, id);
    await openRound(teacher, await packetOf(ilse, id));
    expect(await takeBack(ilse, { assignmentId: id, restores: null, key: key() })).toEqual({
      ok: false,
      why: 'no-round-left'
    });
  });

  it.each([
    [21, 'points-too-high'],
    [null, 'points-missing']
  ])('refuses to settle with %s of 20 points', async (points, why) => {
    const id = await school.set();
    await handIn(school.ilse, id);
    expect(await returnRound(school.teacher, { ...(await judgement(id, points)), outcome: 'settled' })).toEqual({
      ok: false,
      why
    });
  });
});

describe('two at once', () => {
  it('makes one round of five submits with one key, and gives all five the same answer', async () => {
    const id = await school.set();
    await attach(school.ilse, id);
    const same = key();
    const answers = await Promise.all(
      [1, 2, 3, 4, 5].map(() => submitPacket(school.ilse, { assignmentId: id, key: same }))
    );
    expect(answers).toEqual(Array(5).fill({ ok: true, round: 1, receipt: expect.any(String) as string }));
    expect(new Set(answers.map((answer) => answer.ok && answer.receipt)).size).toBe(1);
    expect(await count('select count(*) n from rounds where packet_id = $1', [await packetOf(school.ilse, id)])).toBe(
      1
    );
  });

  it('makes one round of two tabs, and tells the second why not', async () => {
    const id = await school.set();
    await attach(school.ilse, id);
    const answers = await Promise.all(
      [key(), key()].map((k) => submitPacket(school.ilse, { assignmentId: id, key: k }))
    );
    expect(answers.map((a) => (a.ok ? 'round' : a.why)).sort()).toEqual(['round', 'with-teacher']);
  });

  it('lays out one packet for ten first looks', async () => {
    const id = await school.set();
    await Promise.all(Array.from({ length: 10 }, () => attach(school.ilse, id)));
    expect(await count('select count(*) n from packets where assignment_id = $1', [id])).toBe(1);
    expect((await ownPacket(id)).custody.pieces).toBe(10);
  });

  it('lets either the taking back or the marking win, never both', async () => {
    const { ilse, teacher, set } = school;
    for (let i = 0; i < 5; i++) {
      const id = await set();
      await handIn(ilse, id);
      const mark = await judgement(id, 10);
      const [taken, returned] = await Promise.all([
        takeBack(ilse, { assignmentId: id, restores: null, key: key() }),
        returnRound(teacher, { ...mark, outcome: 'settled' })
      ]);
      expect([taken.ok, returned.ok].filter(Boolean)).toHaveLength(1);
    }
  });
});

describe('the database refuses what the code should never do', () => {
  let packetId: string;
  beforeAll(async () => {
    const id = await school.set();
    await handIn(school.ilse, id);
    packetId = await packetOf(school.ilse, id);
  });
  const round = (no: number, state: string) =>
    execute(
      `insert into rounds (packet_id, no, state, submitted_at, submitted_by, late_seconds, started_days, kept)
       values ($1, $2, $3, now(), $4, 0, 0, 1)`,
      [packetId, no, state, school.ilse.id]
    );

  it('a second standing round', () => expect(round(2, 'standing')).rejects.toThrow(/rounds_one_standing|Validation/));
  it('a gap in the round numbers', () => expect(round(3, 'taken-back')).rejects.toThrow(/foreign key/));
  it('a changed log', () =>
    expect(execute('update custody_events set at = now() where packet_id = $1', [packetId])).rejects.toThrow(
      /never changed/
    ));
  it('a changed piece of a round', () =>
    expect(execute("update round_pieces set name = 'other' where packet_id = $1", [packetId])).rejects.toThrow(
      /never changed/
    ));
  it('a phase that contradicts the standing round', () =>
    expect(execute("update packets set phase = 'making' where id = $1", [packetId])).rejects.toThrow(
      /check constraint/
    ));
  it('a second packet of one party', () =>
    expect(
      execute(
        'insert into packets (assignment_id, party_id) select assignment_id, party_id from packets where id = $1',
        [packetId]
      )
    ).rejects.toThrow());
});

it('removes a piece from the packet and leaves it in the round', async () => {
  const id = await school.set();
  await handIn(school.ilse, id);
  await revise(school.ilse, { assignmentId: id });
  const before = await ownPacket(id);
  await removePiece(school.ilse, { assignmentId: id, pieceId: before.pieces[0]?.id ?? '' });
  const after = await ownPacket(id);
  expect([after.pieces.length, after.rounds[0]?.pieces.length]).toEqual([0, 1]);
  expect(await submitPacket(school.ilse, { assignmentId: id, key: key() })).toEqual({
    ok: false,
    why: 'nothing-to-submit'
  });
});
