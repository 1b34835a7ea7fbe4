import { randomUUID } from 'node:crypto';
import { buffer } from 'node:stream/consumers';
import { beforeAll, describe, expect, it } from 'vitest';
import { z } from 'zod';
import { runChecks } from '$core/checks/run-checks';
import type { Actor } from '$core/people/policy';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { noteResultSeen } from '$server/assignments/own-progress';
import { readGuidance } from '$server/assignments/guidance';
import { enrol } from '$server/courses/create-course';
import { Party, PartyMember } from '$server/db/models/people';
import { execute, select } from '$server/db/connection';
import { readDesk } from '$server/lines/desk';
import { readGrades } from '$server/lines/grades';
import { openRound, returnRound } from '$server/marking/return-round';
import { readClass } from '$server/lines/class';
import { readForMarking } from '$server/marking/read-for-marking';
import { openFile } from '$server/sources/find';
import { takeBack } from '$server/rounds/change';
import { submitPacket } from '$server/rounds/submit';
import { sweepPackets } from '$server/rounds/sweep-packets';
import { partyOf } from '$server/parties/party';
import { bagOf } from '$server/receipts/bag';
import { readReceipt } from '$server/receipts/read-receipt';
import { readRound } from '$server/rounds/read-round';
import { search } from '$server/search/search';
import { post } from '$server/threads/say';
import { at, attach, DAY, handIn, key, MONDAY, person, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
let sunniva: Actor;
let assignmentId: string;
let packetId: string;
/** Ilse, Teodor and Sunniva share one packet; Mads works beside them. */
let mads: Actor;

/** Several people hand over together: their party, and the packet that is laid out for it. */
async function together(members: readonly Actor[], assignment: string): Promise<string> {
  const party = await Party.create({ id: randomUUID(), kind: 'group' });
  for (const { id } of members) await PartyMember.create({ partyId: party.id, personId: id });
  const [row] = await select(
    z.object({ id: z.string() }),
    'insert into packets (assignment_id, party_id) values ($1, $2) returning id',
    [assignment, party.id]
  );
  return row?.id ?? '';
}

const own = async (who: Actor) => readOwnPacket(await readAssignment(who, assignmentId));

beforeAll(async () => {
  school = await smallCourse();
  [sunniva, mads] = [await person('Sunniva'), await person('Mads')];
  for (const { id } of [sunniva, mads]) await enrol(school.course.id, id, 'student');
  assignmentId = await school.set({ due: MONDAY + DAY, standsAgain: true });
  packetId = await together([school.ilse, school.teodor, sunniva], assignmentId);
});

describe('a packet of three', () => {
  it('is everybody’s of the three, and nobody else’s', async () => {
    await attach(school.ilse, assignmentId, 'what we saw', 'report.txt');
    for (const who of [school.ilse, school.teodor, sunniva]) {
      expect((await own(who)).pieces.map(({ name }) => name)).toEqual(['report.txt']);
      const [line] = (await readDesk(who)).lines;
      expect(line).toMatchObject({ assignmentId, standing: 'in-progress' });
      expect((await search(who, 'report')).some(({ kind }) => kind === 'piece')).toBe(true);
    }
    expect((await own(mads)).pieces).toEqual([]);
    expect((await search(mads, 'report')).some(({ kind }) => kind === 'piece')).toBe(false);
    const { pieces } = await own(sunniva);
    expect((await openFile(sunniva, 'pieces', pieces[0]?.id ?? '')).size).toBe(11);
    await expect(openFile(mads, 'pieces', pieces[0]?.id ?? '')).rejects.toThrow('not here');
  });

  it('is checked the same for each of them', async () => {
    const found = async (who: Actor) => {
      const { custody, pieces, now } = await own(who);
      const { deliverables, facts } = await readAssignment(who, assignmentId);
      return runChecks({
        ...{ custody, pieces, now, deliverables, mustDo: [], ownSite: null, coming: [], comingSeconds: null },
        ...{ title: facts.title, others: [], strict: [], submitBy: null, courseZone: facts.zone }
      }).map(({ words }) => words);
    };
    expect(await found(school.teodor)).toEqual(await found(school.ilse));
  });

  it('is submitted by one for all, with a receipt that names and is everybody’s', async () => {
    const answer = await submitPacket(school.teodor, { assignmentId, key: key() });
    if (!answer.ok) throw new Error(answer.why);
    for (const who of [school.ilse, school.teodor, sunniva]) {
      const { receipt, jws } = await readReceipt(who, answer.receipt);
      expect(receipt.student).toBe('Ilse, Sunniva, Teodor');
      expect((await buffer(await bagOf(receipt, jws))).length).toBeGreaterThan(500);
      expect((await own(who)).holding).toMatchObject({ holder: 'teacher' });
    }
    await expect(readReceipt(mads, answer.receipt)).rejects.toThrow('not here');
    const again = await submitPacket(school.ilse, { assignmentId, key: key() });
    expect(again).toMatchObject({ ok: false, why: 'with-teacher' });
  });

  it('stands again in the name of the one who wished it', async () => {
    expect(await takeBack(sunniva, { assignmentId, restores: null, ifDue: true, key: key() })).toMatchObject({
      ok: true
    });
    at(MONDAY + DAY + 1000);
    await sweepPackets();
    at(MONDAY);
    const [row] = await select(
      z.object({ by: z.string() }),
      `select by_person as by from custody_events where packet_id = $1 and type = 'stood-again'`,
      [packetId]
    );
    expect(row?.by).toBe(sunniva.id);
  });

  it('is compared, marked and returned to all three, each of whom sees it for themselves', async () => {
    await takeBack(school.ilse, { assignmentId, restores: null, key: key() });
    await handIn(school.ilse, assignmentId, 'and what we made of it');
    const { beside } = await readRound(sunniva, packetId, 2, 1);
    expect(beside?.pairs.map(({ state }) => state).sort()).toEqual(['added', 'same']);
    const lines = (await readClass((await readAssignment(school.teacher, assignmentId)).facts)).lines;
    expect(lines.filter((line) => line.packetId === packetId)).toHaveLength(3);
    expect((await readForMarking(school.teacher, packetId)).student).toBe('Ilse, Sunniva, Teodor');
    await openRound(school.teacher, packetId);
    const judged = { packetId, round: 2, points: 17, remark: 'Three pairs of eyes.', key: key() };
    expect(await returnRound(school.teacher, { ...judged, outcome: 'settled' })).toMatchObject({ ok: true });
    const unread = async (who: Actor) => (await own(who)).unread;
    expect(await Promise.all([school.ilse, school.teodor, sunniva].map(unread))).toEqual([true, true, true]);
    await noteResultSeen(school.teodor, assignmentId);
    expect(await Promise.all([school.ilse, school.teodor, sunniva].map(unread))).toEqual([true, false, true]);
    for (const who of [school.ilse, school.teodor, sunniva]) {
      const [grade] = (await readGrades(who)).lines;
      expect(grade).toMatchObject({ given: 17, remark: 'Three pairs of eyes.', settledBy: 'result' });
    }
    const told = await select(
      z.object({ person: z.string() }),
      `select person_id as person from tidings where kind = 'returned' and assignment_id = $1`,
      [assignmentId]
    );
    expect(told.map((one) => one.person).sort()).toEqual([school.ilse.id, school.teodor.id, sunniva.id].sort());
  });

  it('has one aside, which all three and their teachers read, and nobody else', async () => {
    await post(school.ilse, { body: 'May we use the old quadrats?', to: 'aside', assignmentId });
    await post(school.teacher, { body: 'Yes.', to: 'aside', assignmentId, studentId: sunniva.id });
    const heard = async (who: Actor) => {
      const view = await readAssignment(who, assignmentId);
      return (await readGuidance(who, view.facts, view.partyId)).aside.map(({ body }) => body);
    };
    for (const who of [school.ilse, school.teodor, sunniva])
      expect(await heard(who)).toEqual(['May we use the old quadrats?', 'Yes.']);
    expect(await heard(mads)).toEqual([]);
    expect((await partyOf(school.ilse.id, assignmentId)).id).toBe((await partyOf(sunniva.id, assignmentId)).id);
    expect((await partyOf(school.ilse.id, null)).id).toBe(school.ilse.id);
  });

  it('cannot be joined by somebody who has a packet of their own on it', async () => {
    await attach(mads, assignmentId, 'alone');
    await expect(together([mads], assignmentId)).rejects.toThrow('has a packet on this assignment already');
    const [party] = await select(z.object({ id: z.string() }), 'select party_id as id from packets where id = $1', [
      packetId
    ]);
    await expect(
      execute('insert into party_members (party_id, person_id) values ($1, $2)', [party?.id, mads.id])
    ).rejects.toThrow('has a packet on an assignment of this party already');
  });
});
