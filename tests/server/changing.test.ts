import { createHash } from 'node:crypto';
import { beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { sweepAll } from '$server/jobs/sweep';
import { keepMark, handBack, openRound } from '$server/marking/return-round';
import { readClass } from '$server/lines/class';
import { readForMarking } from '$server/marking/read-for-marking';
import { declineClaim, receiveInPerson } from '$server/marking/class-actions';
import { NotHere } from '$server/outcome';
import { askBack, claimInPerson, revise, takeBack } from '$server/rounds/change';
import { readDesk } from '$server/lines/desk';
import { canAddFile, removePiece } from '$server/gathering/pieces';
import { restorePieces } from '$server/gathering/restore-pieces';
import { breakSeal, sealPacket } from '$server/rounds/seal';
import { submitPacket } from '$server/rounds/submit';
import { comparableOf } from '$server/rounds/comparable';
import { openFile } from '$server/sources/find';
import { readRound } from '$server/rounds/read-round';
import { readTidings } from '$server/tidings/read-tidings';
import { at, attach, count, DAY, handIn, HOUR, key, MONDAY, packetOf, smallCourse } from './kit';

const MINUTE = 60_000;
let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
});
beforeEach(() => at(MONDAY));

const own = async (assignmentId: string) => {
  return readOwnPacket(await readAssignment(school.ilse, assignmentId));
};
const promised = (content: string, name = 'film.txt') => ({
  deliverableId: null,
  name,
  size: content.length,
  sha256: createHash('sha256').update(content).digest('hex')
});
const seal = (assignmentId: string, ...contents: string[]) =>
  sealPacket(school.ilse, {
    assignmentId,
    coming: contents.map((one) => promised(one)),
    note: 'The film follows',
    key: key()
  });

describe('a seal', () => {
  it('counts from its own moment once the promised bytes have arrived, past the due and the closing moment', async () => {
    const id = await school.set({ due: MONDAY + MINUTE, closes: MONDAY + MINUTE });
    await attach(school.ilse, id, 'the report');
    expect(await seal(id, 'the film')).toEqual({ ok: true, until: MONDAY + 30 * MINUTE });
    at(MONDAY + 20 * MINUTE);
    expect((await own(id)).holding.standing).toBe('sealed');
    // The teacher has nothing of it yet, and sees that something is coming.
    const packetId = await packetOf(school.ilse, id);
    expect(await readForMarking(school.teacher, packetId)).toMatchObject({ standing: null, seal: { at: MONDAY } });
    expect(
      (await canAddFile(school.ilse, { assignmentId: id, deliverableId: null }, { name: 'film.txt', size: 8 })).ok
    ).toBe(true);
    expect(await attach(school.ilse, id, 'the film', 'film.txt')).toMatchObject({ ok: true });
    const { rounds, holding } = await own(id);
    expect(holding.standing).toBe('submitted');
    expect(rounds[0]).toMatchObject({
      submittedAt: MONDAY,
      arrivedAt: MONDAY + 20 * MINUTE,
      lateSeconds: 0,
      note: 'The film follows'
    });
    expect(rounds[0]?.pieces).toHaveLength(2);
    expect(rounds[0]?.receipt).not.toBeNull();
  });

  it('takes exactly what was promised, whatever else arrives', async () => {
    const id = await school.set();
    await attach(school.ilse, id);
    await seal(id, 'one', 'two');
    expect(await attach(school.ilse, id, 'another file', 'film.txt')).toEqual({ ok: false, why: 'sealed' });
    expect(
      await canAddFile(school.ilse, { assignmentId: id, deliverableId: null }, { name: 'else.txt', size: 3 })
    ).toEqual({
      ok: false,
      why: 'sealed'
    });
    await attach(school.ilse, id, 'two');
    expect((await own(id)).holding.standing).toBe('sealed');
    await attach(school.ilse, id, 'one');
    expect((await own(id)).holding.standing).toBe('submitted');
  });

  it('runs out loudly on both sides; what arrived stays, and nothing was submitted', async () => {
    const id = await school.set({ title: 'Sealed report', due: MONDAY + HOUR });
    await attach(school.ilse, id);
    await seal(id, 'never comes');
    at(MONDAY + 31 * MINUTE);
    await sweepAll();
    const packet = await own(id);
    expect(packet.holding.standing).toBe('in-progress');
    expect(packet.custody.ranOutAt).toBe(MONDAY + 31 * MINUTE);
    expect(packet.pieces).toHaveLength(1);
    const line = (await readDesk(school.ilse)).lines.find(({ assignmentId }) => assignmentId === id);
    expect(line).toMatchObject({ ranOut: true });
    const { facts } = await readAssignment(school.ilse, id);
    expect((await readClass(facts)).lines.find(({ studentId }) => studentId === school.ilse.id)?.ranOut).toBe(true);
    for (const who of [school.ilse, school.teacher])
      expect((await readTidings(who, null)).tidings.find(({ kind }) => kind === 'seal')).toMatchObject({
        kind: 'seal',
        title: 'Sealed report'
      });
    // The late bytes are a piece like any other, and what is submitted now counts from now.
    expect((await attach(school.ilse, id, 'never comes')).ok).toBe(true);
    expect(await submitPacket(school.ilse, { assignmentId: id, key: key() })).toMatchObject({ ok: true, round: 1 });
    expect((await own(id)).rounds[0]?.submittedAt).toBe(MONDAY + 31 * MINUTE);
  });

  it('submits at once where everything had arrived meanwhile', async () => {
    const id = await school.set();
    await attach(school.ilse, id, 'the film', 'film.txt');
    expect(await seal(id, 'the film')).toMatchObject({ ok: true, round: 1 });
    expect((await own(id)).rounds).toHaveLength(1);
  });

  it('is broken to change something, and is made once however often it is asked for', async () => {
    const id = await school.set();
    await attach(school.ilse, id);
    const same = key();
    const once = () => sealPacket(school.ilse, { assignmentId: id, coming: [promised('x')], key: same });
    expect(await Promise.all([once(), once()])).toMatchObject([{ ok: true }, { ok: true }]);
    expect(
      await count('select count(*) n from seals s join packets p on p.id = s.packet_id where p.assignment_id = $1', [
        id
      ])
    ).toBe(1);
    expect(await breakSeal(school.ilse, { assignmentId: id })).toEqual({ ok: true });
    expect((await attach(school.ilse, id)).ok).toBe(true);
  });

  it('refuses what no place takes, before anything is sealed', async () => {
    const id = await school.set({ alsoOpen: false });
    await expect(seal(id, 'x')).resolves.toEqual({ ok: false, why: 'also-closed' });
    const none = await school.set({ followMinutes: 0 });
    expect(await seal(none, 'x')).toEqual({ ok: false, why: 'nothing-may-follow' });
    await expect(
      sealPacket(school.ilse, { assignmentId: none, coming: [{ ...promised('x'), sha256: 'zz' }], key: key() })
    ).rejects.toThrow();
  });
});

describe('when the due moment passes while the teacher has nothing', () => {
  it.each([
    ['nothing comes back by itself', false, 'taken-back'],
    ['the round stands again, where the student asked for it', true, 'revising']
  ])('%s', async (_name, ifDue, standing) => {
    const id = await school.set({ due: MONDAY + HOUR, standsAgain: true });
    await handIn(school.ilse, id, 'first');
    await takeBack(school.ilse, { assignmentId: id, restores: null, ifDue, key: key() });
    await attach(school.ilse, id, 'half of the second');
    at(MONDAY + 2 * HOUR);
    await sweepAll();
    const packet = await own(id);
    expect(packet.holding.standing).toBe(standing);
    expect(packet.rounds[0]).toMatchObject({ lateSeconds: 0, state: ifDue ? 'standing' : 'taken-back' });
    expect(packet.pieces).toHaveLength(2);
  });
});

describe('a round that cannot be taken back', () => {
  it('is asked for with a reason, handed back, and can be submitted again', async () => {
    const id = await school.set({ allowance: 1 });
    await handIn(school.ilse, id);
    const packetId = await packetOf(school.ilse, id);
    await keepMark(school.teacher, { packetId, round: 1, points: 3, remark: 'So far', key: key() });
    expect(await takeBack(school.ilse, { assignmentId: id, restores: null, key: key() })).toEqual({
      ok: false,
      why: 'marking-has-begun'
    });
    expect(await askBack(school.ilse, { assignmentId: id, reason: 'The wrong file is in it' })).toEqual({ ok: true });
    expect(await readForMarking(school.teacher, packetId)).toMatchObject({
      handBack: { reason: 'The wrong file is in it' }
    });
    await expect(handBack(school.teodor, packetId)).rejects.toThrow(NotHere);
    expect(await handBack(school.teacher, packetId)).toEqual({ ok: true });
    expect((await own(id)).holding).toMatchObject({ holder: 'student', standing: 'taken-back' });
    expect(await submitPacket(school.ilse, { assignmentId: id, key: key() })).toMatchObject({ ok: true, round: 2 });
  });

  it('is the teacher’s who opens it in the same moment, or the student’s: never both', async () => {
    for (let i = 0; i < 4; i++) {
      const id = await school.set();
      await handIn(school.ilse, id);
      const packetId = await packetOf(school.ilse, id);
      const mark = () => keepMark(school.teacher, { packetId, round: 1, points: 3, remark: '', key: key() });
      const back = () => takeBack(school.ilse, { assignmentId: id, restores: null, key: key() });
      const [, marked, taken] = await Promise.all([openRound(school.teacher, packetId), mark(), back()]);
      expect([marked.ok, taken.ok].filter(Boolean)).toHaveLength(1);
    }
  });
});

describe('work without pieces', () => {
  it('is submitted knowingly, with a note', async () => {
    const id = await school.set();
    const bare = (note?: string) => submitPacket(school.ilse, { assignmentId: id, key: key(), bare: true, note });
    expect(await bare('  ')).toEqual({ ok: false, why: 'says-nothing' });
    expect(await bare('Read on the ferry')).toMatchObject({ ok: true, round: 1 });
    expect((await own(id)).rounds[0]).toMatchObject({ note: 'Read on the ferry', pieces: [] });
  });

  it('is handed over in person only once the teacher says so', async () => {
    const id = await school.set();
    await claimInPerson(school.ilse, { assignmentId: id, note: 'In the lab' });
    const { facts } = await readAssignment(school.ilse, id);
    const line = async () => (await readClass(facts)).lines.find(({ studentId }) => studentId === school.ilse.id);
    expect(await line()).toMatchObject({ claim: 'In the lab', holder: 'student' });
    const who = { assignmentId: id, studentId: school.ilse.id };
    expect(await declineClaim(school.teacher, who)).toEqual({ ok: true });
    await claimInPerson(school.ilse, { assignmentId: id, note: 'Ask Petra' });
    expect(await receiveInPerson(school.teacher, who, { points: 9 })).toEqual({ ok: true });
    expect(await line()).toMatchObject({ claim: null, settledBy: 'in-person' });
  });
});

describe('earlier rounds', () => {
  it('give their pieces back, one or all of them', async () => {
    const id = await school.set();
    await attach(school.ilse, id, 'first version', 'a.txt');
    await handIn(school.ilse, id, 'second file');
    await revise(school.ilse, { assignmentId: id });
    for (const { id: pieceId } of (await own(id)).pieces) await removePiece(school.ilse, { assignmentId: id, pieceId });
    await attach(school.ilse, id, 'something else', 'b.txt');
    const [round] = (await own(id)).rounds;
    const pieceId = round?.pieces.find(({ name }) => name === 'a.txt')?.id;
    expect(await restorePieces(school.ilse, { assignmentId: id, round: 1, pieceId })).toEqual({
      ok: true,
      restored: 1
    });
    expect((await own(id)).pieces.map(({ name }) => name)).toEqual(['b.txt', 'a.txt']);
    expect(await restorePieces(school.ilse, { assignmentId: id, round: 1 })).toEqual({ ok: true, restored: 2 });
    expect((await own(id)).pieces.map(({ name }) => name)).toEqual(['a.txt', 'report.txt']);
    await expect(restorePieces(school.ilse, { assignmentId: id, round: 7 })).rejects.toThrow(NotHere);
  });

  it('are compared by both sides alike, and by nobody else', async () => {
    const id = await school.set();
    await attach(school.ilse, id, 'station,count\n1,12\n', 'counts.csv');
    await handIn(school.ilse, id, 'The ledge is bare in March.');
    await revise(school.ilse, { assignmentId: id });
    const old = (await own(id)).pieces.find(({ name }) => name === 'counts.csv');
    await removePiece(school.ilse, { assignmentId: id, pieceId: old?.id ?? '' });
    await attach(school.ilse, id, 'station,count\n1,13\n', 'counts.csv');
    await submitPacket(school.ilse, { assignmentId: id, key: key() });
    const packetId = await packetOf(school.ilse, id);
    const [mine, theirs] = await Promise.all(
      [school.ilse, school.teacher].map((who) => readRound(who, packetId, 2, 1))
    );
    expect(mine?.beside?.pairs).toEqual(theirs?.beside?.pairs);
    expect(mine?.beside?.pairs.map(({ state, after }) => [state, after?.name])).toEqual([
      ['same', 'report.txt'],
      ['changed', 'counts.csv']
    ]);
    const changed = mine?.beside?.pairs[1]?.before?.id ?? '';
    expect(await comparableOf(await openFile(school.teacher, 'submitted', changed))).toEqual({
      kind: 'table',
      rows: [
        ['station', 'count'],
        ['1', '12']
      ]
    });
    await expect(readRound(school.teodor, packetId, 1, null)).rejects.toThrow(NotHere);
    await expect(openFile(school.teodor, 'submitted', changed)).rejects.toThrow(NotHere);
    await expect(readRound(school.ilse, packetId, 3, null)).rejects.toThrow(NotHere);
  });
});

it('lets the latest, the best or the nominated round count', async () => {
  const { returnRound } = await import('$server/marking/return-round');
  const { nominateRound } = await import('$server/rounds/change');
  for (const [counts, points] of [
    ['latest', 12],
    ['best', 15],
    ['nominated', 15]
  ] as const) {
    const id = await school.set({ counts });
    await handIn(school.ilse, id);
    const packetId = await packetOf(school.ilse, id);
    const give = (round: number, points_: number, outcome: 'another-round' | 'settled') =>
      returnRound(school.teacher, { packetId, round, points: points_, remark: '', key: key(), outcome });
    await give(1, 15, 'another-round');
    await submitPacket(school.ilse, { assignmentId: id, key: key() });
    if (counts === 'nominated') await nominateRound(school.ilse, { assignmentId: id, round: 1 });
    at(MONDAY + DAY);
    await give(2, 12, 'settled');
    expect(await count('select given n from packets where id = $1', [packetId])).toBe(points);
    at(MONDAY);
  }
});
