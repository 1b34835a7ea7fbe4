import { randomUUID } from 'node:crypto';
import { beforeEach, describe, expect, it } from 'vitest';
import { together } from '$core/checks/together';
import type { Situation } from '$core/checks/check';
import type { Actor } from '$core/people/policy';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { enrol } from '$server/courses/create-course';
import { clock } from '$server/clock';
import { addLink } from '$server/gathering/attach-link';
import { removePiece } from '$server/gathering/pieces';
import { readOwnGrades } from '$server/grades/own-grades';
import { readGrades } from '$server/lines/grades';
import { excuse } from '$server/marking/class-actions';
import { returnRound } from '$server/marking/return-round';
import { NotHere } from '$server/outcome';
import { readPieces } from '$server/packets/read-packet';
import { readReceipt } from '$server/receipts/read-receipt';
import { search } from '$server/search/search';
import { submitPacket } from '$server/rounds/submit';
import { chooseParty, haveLooked, leaveParty, readOpenParties } from '$server/together/choose-party';
import { giveMember } from '$server/together/own-result';
import {
  drawTheRest,
  letChoose,
  makeParty,
  partiesByList,
  putIn,
  readParties,
  takeOut
} from '$server/together/parties';
import { at, attach, count, DAY, handIn, HOUR, key, MONDAY, packetOf, person, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
let suvi: Actor;
let assignmentId: string;
beforeEach(async () => {
  school = await smallCourse();
  suvi = await person('Suvi');
  await enrol(school.course.id, suvi.id, 'student');
  assignmentId = await school.set({ title: 'The skiff', due: MONDAY + DAY });
});

const three = () => [school.ilse, school.teodor, suvi];
const shape = () => readParties(school.teacher, assignmentId);
const make = (members: Actor[], name = '') =>
  makeParty(school.teacher, { assignmentId, name, members: members.map(({ id }) => id) });
const looked = async (who: Actor) =>
  (await readAssignment(who, assignmentId)).together?.members.filter((one) => one.looked).map(({ name }) => name);
const names = async () => (await shape()).parties.map(({ members }) => members.map(({ name }) => name));

describe('parties', () => {
  it('are made by hand, by a list and drawn, each by whoever teaches and nobody else', async () => {
    expect(await make([school.ilse])).toEqual({ ok: true });
    expect(await make([school.ilse])).toMatchObject({ why: 'in-a-party-already' });
    expect(await make([])).toMatchObject({ why: 'too-few-for-a-party' });
    expect(await make([school.stranger])).toMatchObject({ why: 'not-studying-here' });
    expect(await partiesByList(school.teacher, { assignmentId, text: 'Suvi, Nobody' })).toMatchObject({
      why: 'some-not-read',
      problems: ['Nobody here is called “Nobody”.']
    });
    const apart: Array<[string, string]> = [[school.teodor.id, suvi.id]];
    expect(await drawTheRest(school.teacher, { assignmentId, size: 2, apart })).toMatchObject({
      why: 'cannot-be-drawn'
    });
    expect(await drawTheRest(school.teacher, { assignmentId, size: 1, apart })).toEqual({ ok: true });
    expect((await names()).map((one) => one.length)).toEqual([1, 1, 1]);
    expect((await shape()).alone).toEqual([]);
    for (const who of [school.ilse, school.stranger]) {
      await expect(readParties(who, assignmentId)).rejects.toThrow(NotHere);
      await expect(makeParty(who, { assignmentId, name: '', members: [who.id] })).rejects.toThrow(NotHere);
      await expect(letChoose(who, { assignmentId, size: 2, until: null })).rejects.toThrow(NotHere);
    }
  });

  it('make all of a list or nothing of it', async () => {
    await handIn(suvi, assignmentId);
    expect(await partiesByList(school.teacher, { assignmentId, text: 'Ilse, Teodor\nSuvi' })).toMatchObject({
      why: 'has-submitted-alone'
    });
    expect(await names()).toEqual([]);
    expect(
      await count("select count(*) as n from parties where kind = 'group' and assignment_id = $1", [assignmentId])
    ).toBe(0);
  });

  it('bring along what each had gathered alone, piece by piece, and the log says so', async () => {
    await attach(school.ilse, assignmentId, 'lines', 'lines.txt');
    await attach(school.teodor, assignmentId, 'ribs', 'ribs.txt');
    const link = {
      assignmentId,
      deliverableId: null,
      url: 'https://nowhere.invalid/',
      title: 'Notes',
      knowingly: true,
      key: key()
    };
    await addLink(school.teodor, link);
    expect(await make(three(), 'Skiff')).toEqual({ ok: true });
    const packetId = await packetOf(suvi, assignmentId);
    expect((await readPieces(packetId)).map(({ name }) => name).sort()).toEqual(['Notes', 'lines.txt', 'ribs.txt']);
    const { custody } = await readOwnPacket(await readAssignment(suvi, assignmentId));
    expect(custody.pieces).toBe(3);
    expect(await count('select count(*) as n from packets where assignment_id = $1', [assignmentId])).toBe(1);
    expect((await search(suvi, 'ribs')).map(({ title }) => title)).toEqual(['ribs.txt']);
    // Whoever takes a piece out takes it out for all.
    const [first] = await readPieces(packetId);
    expect(await removePiece(suvi, { assignmentId, pieceId: first?.id ?? '' })).toMatchObject({ ok: true });
    expect((await readOwnPacket(await readAssignment(school.ilse, assignmentId))).custody.pieces).toBe(2);
  });

  it('are left while nothing was submitted, and by nobody after', async () => {
    await make(three());
    await attach(school.ilse, assignmentId, 'lines');
    const partyId = (await shape()).parties[0]?.id ?? '';
    expect(await takeOut(school.teacher, { assignmentId, partyId, studentId: suvi.id })).toEqual({ ok: true });
    expect((await readOwnPacket(await readAssignment(suvi, assignmentId))).pieces).toEqual([]);
    expect((await readOwnPacket(await readAssignment(school.teodor, assignmentId))).pieces).toHaveLength(1);
    await submitPacket(school.ilse, { assignmentId, key: key() });
    expect(await takeOut(school.teacher, { assignmentId, partyId, studentId: school.teodor.id })).toMatchObject({
      why: 'party-has-submitted'
    });
    // Late, with empty hands: welcome. With pieces of their own: not into what was submitted.
    await attach(suvi, assignmentId, 'mine');
    expect(await putIn(school.teacher, { assignmentId, partyId, studentId: suvi.id })).toMatchObject({
      why: 'party-has-submitted'
    });
    expect((await readOwnPacket(await readAssignment(suvi, assignmentId))).pieces).toHaveLength(1);
  });

  it('say who has not looked at what lies there now, and are submitted by one for all', async () => {
    await make(three());
    await attach(school.ilse, assignmentId, 'lines');
    await haveLooked(suvi, { assignmentId });
    expect(await looked(school.ilse)).toEqual(['Suvi']);
    const unlooked = ['Teodor'];
    expect(together.find({ unlooked } as unknown as Situation).map(({ words }) => words)).toEqual([
      'Teodor has not looked at this yet.'
    ]);
    // What comes after was looked at by nobody.
    await attach(school.teodor, assignmentId, 'ribs', 'ribs.txt');
    expect(await looked(school.ilse)).toEqual([]);
    const round = await submitPacket(school.ilse, { assignmentId, key: key() });
    if (!round.ok) throw new Error(round.why);
    expect((await readReceipt(suvi, round.receipt)).receipt.student).toBe('Ilse, Suvi, Teodor');
    await expect(haveLooked(school.stranger, { assignmentId })).rejects.toThrow(NotHere);
  });

  it('are two submits at once, of which one is the round', async () => {
    await make(three());
    await attach(school.ilse, assignmentId, 'lines');
    const answers = await Promise.all(three().map((who) => submitPacket(who, { assignmentId, key: key() })));
    expect(answers.filter(({ ok }) => ok)).toHaveLength(1);
    expect(
      await count(
        'select count(*) as n from rounds r join packets p on p.id = r.packet_id where p.assignment_id = $1',
        [assignmentId]
      )
    ).toBe(1);
  });
});

describe('what came back', () => {
  it('is for all, and for one of them otherwise, with a word that only they read', async () => {
    await make(three());
    await attach(school.ilse, assignmentId, 'lines');
    await submitPacket(school.teodor, { assignmentId, key: key() });
    const packetId = await packetOf(suvi, assignmentId);
    at(clock.now() + 1000);
    await returnRound(school.teacher, {
      packetId,
      round: 1,
      points: 16,
      remark: 'It floats.',
      key: key(),
      outcome: 'settled'
    });
    const own = { assignmentId, studentId: suvi.id, points: 12, remark: 'Next time hold the other end of the saw.' };
    expect(await giveMember(school.teacher, { ...own, points: 99 })).toMatchObject({ why: 'points-too-high' });
    expect(await giveMember(school.teacher, own)).toEqual({ ok: true });
    const given = async (who: Actor) =>
      (await readGrades(who)).lines.find((line) => line.assignmentId === assignmentId)?.given;
    expect(await Promise.all(three().map(given))).toEqual([16, 16, 12]);
    expect((await readOwnGrades(suvi)).courses[0]?.sum.result).toBe('60 %');
    expect((await readAssignment(suvi, assignmentId)).together?.mine).toMatchObject({ points: 12 });
    expect((await readAssignment(school.ilse, assignmentId)).together?.mine).toBeNull();
    for (const who of [school.ilse, suvi, school.stranger]) await expect(giveMember(who, own)).rejects.toThrow(NotHere);
    expect(await giveMember(school.teacher, { ...own, points: null, remark: '' })).toEqual({ ok: true });
    expect(await given(suvi)).toBe(16);
  });
});

describe('chosen by themselves', () => {
  const choose = (who: Actor, partyId: string | null) => chooseParty(who, { assignmentId, partyId, name: 'Skiff' });

  it('fill up, end, and are left in time', async () => {
    expect(await choose(school.ilse, null)).toMatchObject({ why: 'choosing-over' });
    await letChoose(school.teacher, { assignmentId, size: 2, until: MONDAY + HOUR });
    await attach(school.ilse, assignmentId, 'lines');
    expect(await choose(school.ilse, null)).toEqual({ ok: true });
    const [party] = await readOpenParties(suvi, assignmentId);
    expect(party?.members).toEqual(['Ilse']);
    // Two want the last seat.
    const answers = await Promise.all([suvi, school.teodor].map((who) => choose(who, party?.id ?? '')));
    expect(answers.filter(({ ok }) => ok)).toHaveLength(1);
    expect(answers.find(({ ok }) => !ok)).toMatchObject({ why: 'party-full' });
    expect(await choose(school.ilse, null)).toMatchObject({ why: 'in-a-party-already' });
    expect(await leaveParty(school.ilse, { assignmentId })).toEqual({ ok: true });
    await excuse(school.teacher, { assignmentId, studentId: school.ilse.id });
    const there = await names();
    expect(await choose(school.ilse, null)).toMatchObject({ why: 'has-submitted-alone' });
    expect(await names()).toEqual(there);
    await expect(leaveParty(school.ilse, { assignmentId })).rejects.toThrow(NotHere);
    at(MONDAY + HOUR);
    expect(await choose(school.ilse, null)).toMatchObject({ why: 'choosing-over' });
    await expect(choose(school.stranger, null)).rejects.toThrow(NotHere);
    await expect(choose(school.ilse, randomUUID())).resolves.toMatchObject({ why: 'choosing-over' });
  });
});
