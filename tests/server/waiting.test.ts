import { beforeAll, describe, expect, it } from 'vitest';
import { paceOf } from '$core/courses/pace';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { readGuidance } from '$server/assignments/guidance';
import { findIncomplete, receiveInPerson } from '$server/marking/class-actions';
import { enrol } from '$server/courses/create-course';
import { execute } from '$server/db/connection';
import { readMarkingDesk, readTakenBack } from '$server/marking/desk';
import { answerMeeting, offerMeeting } from '$server/marking/meetings';
import { beAt, othersAt } from '$server/marking/presence';
import { readForMarking } from '$server/marking/read-for-marking';
import { answerReminder, remind } from '$server/marking/remind';
import { returnRound } from '$server/marking/return-round';
import { NotHere } from '$server/outcome';
import { takeBack } from '$server/rounds/change';
import { readTidings } from '$server/tidings/read-tidings';
import { at, DAY, handIn, HOUR, key, MONDAY, packetOf, person, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
});

async function work(over: Parameters<typeof school.set>[0] = {}) {
  at(MONDAY);
  const assignmentId = await school.set({ points: null, ...over });
  await handIn(school.ilse, assignmentId);
  const packetId = await packetOf(school.ilse, assignmentId);
  const hers = async () => readOwnPacket(await readAssignment(school.ilse, assignmentId));
  const ret = (round: number, outcome: 'settled' | 'another-round' = 'settled') =>
    returnRound(school.teacher, { packetId, round, points: null, remark: '', key: key(), outcome });
  const hears = async (who: typeof school.ilse) => (await readTidings(who, null)).tidings.map(({ kind }) => kind);
  return { assignmentId, packetId, hers, ret, hears };
}

/** Makes it a habit of the teacher's to take between one day and so many. */
async function habit(days: number[]) {
  for (const took of days) {
    const { ret } = await work();
    at(MONDAY + took * DAY);
    await ret(1);
  }
  at(MONDAY);
}

describe('the pace of a course', () => {
  it('is the same in the database as in the core', async () => {
    const waits = [1, 2, 2.5, 3, 7];
    await habit(waits);
    const { assignmentId } = await work();
    const { pace } = await readGuidance(school.ilse, { assignmentId }, null);
    expect(pace).toEqual(paceOf(waits.map((days) => days * 86_400)));
  });
});

describe('a kind reminder', () => {
  it('can be sent once, after clearly longer than usual, and is answered with a date', async () => {
    const { assignmentId, packetId, hers, hears } = await work();
    expect(await remind(school.ilse, { assignmentId })).toEqual({ ok: false, why: 'not-long-yet' });
    at(MONDAY + 9 * DAY);
    await expect(remind(school.stranger, { assignmentId })).rejects.toThrow(NotHere);
    const both = await Promise.all([remind(school.ilse, { assignmentId }), remind(school.ilse, { assignmentId })]);
    expect(both.map((one) => (one.ok ? 'sent' : one.why)).sort()).toEqual(['reminded-already', 'sent']);
    expect(await hears(school.teacher)).toContain('reminded');
    expect((await readMarkingDesk(school.teacher)).rounds.find((one) => one.packetId === packetId)?.reminded).toBe(
      true
    );
    const answer = { packetId, round: 1, until: MONDAY + 11 * DAY, answer: 'Exams.' };
    expect(await answerReminder(school.teacher, { ...answer, until: MONDAY })).toMatchObject({
      why: 'return-in-the-past'
    });
    expect(await answerReminder(school.teacher, { ...answer, round: 2 })).toMatchObject({ why: 'not-reminded' });
    await expect(answerReminder(school.ilse, answer)).rejects.toThrow(NotHere);
    expect(await answerReminder(school.teacher, answer)).toEqual({ ok: true });
    expect((await hers()).reminders).toMatchObject([{ round: 1, until: MONDAY + 11 * DAY, answer: 'Exams.' }]);
    expect(await hears(school.ilse)).toContain('reminder-answered');
    expect((await readMarkingDesk(school.teacher)).rounds.find((one) => one.packetId === packetId)?.reminded).toBe(
      false
    );
  });

  it('is not sent of what does not wait', async () => {
    const { assignmentId, ret } = await work();
    at(MONDAY + 20 * DAY);
    await ret(1, 'another-round');
    expect(await remind(school.ilse, { assignmentId })).toEqual({ ok: false, why: 'nothing-stands' });
  });
});

describe('a time to meet', () => {
  it('is offered and taken while the work stays where it is, and is changed by either side', async () => {
    const { assignmentId, packetId, hers, hears } = await work();
    const offered = [MONDAY + 2 * DAY, MONDAY + DAY];
    const offer = { packetId, round: 1, offered, place: 'Room 4', words: 'About the map.', key: key() };
    expect(await offerMeeting(school.teacher, { ...offer, offered: [] })).toMatchObject({ why: 'offers-no-time' });
    expect(await offerMeeting(school.teacher, { ...offer, key: key(), offered: [MONDAY - 1] })).toMatchObject({
      why: 'return-in-the-past'
    });
    await expect(offerMeeting(school.ilse, offer)).rejects.toThrow(NotHere);
    expect(await offerMeeting(school.teacher, { ...offer, key: key() })).toEqual({ ok: true });
    const [meeting] = (await hers()).meetings;
    expect(meeting).toMatchObject({ offered: [MONDAY + DAY, MONDAY + 2 * DAY], place: 'Room 4', accepted: null });
    const take = (accepts: number | null, said = '', by = school.ilse) =>
      answerMeeting(by, { assignmentId, meeting: meeting?.id ?? '', accepts, said });
    expect(await take(MONDAY + 3 * DAY)).toMatchObject({ why: 'not-offered' });
    expect(await take(null)).toMatchObject({ why: 'answers-nothing' });
    await expect(take(MONDAY + DAY, '', school.teodor)).rejects.toThrow(NotHere);
    expect(await take(MONDAY + DAY)).toEqual({ ok: true });
    const now = await hers();
    expect(now.holding.holder).toBe('teacher');
    expect(now.meetings[0]?.accepted).toBe(MONDAY + DAY);
    expect((await readForMarking(school.teacher, packetId)).meeting?.accepted).toBe(MONDAY + DAY);
    expect(await hears(school.ilse)).toContain('meeting');
    expect(await hears(school.teacher)).toContain('meeting');
    at(MONDAY + DAY + HOUR);
    expect(await take(MONDAY + DAY)).toMatchObject({ why: 'return-in-the-past' });
    expect(await take(null, 'I am at sea.')).toEqual({ ok: true });
  });
});

describe('who else is at a work', () => {
  it('is told to teachers, for as long as they say so, and to nobody else', async () => {
    const { packetId } = await work();
    const second = await person('Amara');
    await enrol(school.course.id, second.id, 'teacher');
    expect(await beAt(school.teacher, packetId)).toEqual({ ok: true, others: [] });
    expect(await beAt(second, packetId)).toEqual({ ok: true, others: ['Odile'] });
    expect((await readForMarking(school.teacher, packetId)).others).toEqual(['Amara']);
    await expect(beAt(school.ilse, packetId)).rejects.toThrow(NotHere);
    at(MONDAY + 76_000);
    expect(await othersAt(packetId, school.teacher)).toEqual([]);
    await execute('update enrolments set left_at = now() where person_id = $1', [second.id]);
  });
});

describe('work outside of what stands', () => {
  it('is listed where it was taken back, with whether it returns by itself', async () => {
    const { assignmentId, packetId } = await work({ due: MONDAY + 5 * DAY, standsAgain: true });
    await takeBack(school.ilse, { assignmentId, restores: null, ifDue: true, key: key() });
    const mine = async (who: typeof school.ilse) => (await readTakenBack(who)).find((one) => one.packetId === packetId);
    expect(await mine(school.teacher)).toMatchObject({ student: 'Ilse', returns: true, due: MONDAY + 5 * DAY });
    expect(await mine(school.stranger)).toBeUndefined();
    await handIn(school.ilse, assignmentId);
    expect(await mine(school.teacher)).toBeUndefined();
  });

  it('comes in person, incomplete at first, then complete', async () => {
    at(MONDAY);
    const assignmentId = await school.set({ points: 10 });
    const who = { assignmentId, studentId: school.teodor.id };
    const his = async () => readOwnPacket(await readAssignment(school.teodor, assignmentId));
    expect(await findIncomplete(school.teacher, { ...who, remark: ' ' })).toMatchObject({ why: 'says-nothing' });
    expect(await findIncomplete(school.teacher, { ...who, remark: 'One face is missing.' })).toEqual({ ok: true });
    expect((await his()).holding).toMatchObject({ holder: 'student', standing: 'another-round' });
    expect((await his()).marks).toMatchObject([
      { round: null, outcome: 'another-round', remark: 'One face is missing.' }
    ]);
    expect(await receiveInPerson(school.teacher, who, { points: 9 })).toEqual({ ok: true });
    expect((await his()).holding).toMatchObject({ standing: 'settled', settledBy: 'in-person' });
    const other = await work({ points: 10 });
    const hers = { assignmentId: other.assignmentId, studentId: school.ilse.id, remark: 'No.' };
    expect(await findIncomplete(school.teacher, hers)).toMatchObject({ why: 'round-stands' });
  });

  it('says to its teacher what the checks said of it, and nothing that is the student’s alone', async () => {
    const { packetId } = await work({
      due: MONDAY - DAY,
      deliverables: [
        { title: 'Report', ask: '', wants: { words: { from: 100 } } },
        { title: 'Map', ask: '' }
      ]
    });
    const { checked } = await readForMarking(school.teacher, packetId);
    expect(checked.join(' ')).toMatch(/Report.*Map|Map.*Report/s);
    expect(checked.join(' ')).not.toMatch(/late|round/i);
  });

  it('carries what is to change as the list of the next round', async () => {
    const { packetId, hers } = await work({
      criteria: [{ title: 'Method', hint: '', levels: [{ title: 'Sound', says: '', points: 2 }] }]
    });
    const { criteria } = await readForMarking(school.teacher, packetId);
    const toChange = [
      { body: 'Method, Shaky', criterionId: criteria[0]?.id ?? null },
      { body: 'Still to answer: Next time', criterionId: null }
    ];
    const given = { packetId, round: 1, points: null, remark: '', key: key(), toChange };
    expect(await returnRound(school.teacher, { ...given, outcome: 'another-round' })).toEqual({ ok: true });
    expect((await hers()).rounds[0]?.remarks).toMatchObject([
      { body: 'Method, Shaky', criterion: 'Method', dealtAt: null },
      { body: 'Still to answer: Next time', criterion: null }
    ]);
  });
});
