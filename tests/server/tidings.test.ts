import { beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { z } from 'zod';
import type { Actor } from '$core/people/policy';
import { tidingWords } from '$core/tidings/words';
import { leaveCourse } from '$server/courses/join';
import { execute, inTransaction, select } from '$server/db/connection';
import { returnRound } from '$server/marking/return-round';
import { NotHere } from '$server/outcome';
import { takeBack } from '$server/rounds/change';
import { remindDue } from '$server/reminders/remind-due';
import { post } from '$server/threads/say';
import { mailTiding } from '$server/jobs/mail-tiding';
import { followTiding, readAll, readTidings } from '$server/tidings/read-tidings';
import { tell } from '$server/tidings/tell';
import { keepMailWishes, readMailWishes } from '$server/tidings/wishes';
import { at, count, DAY, handIn, HOUR, key, MONDAY, packetOf, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
});
beforeEach(async () => {
  at(MONDAY);
  for (const one of [school.ilse, school.teodor, school.teacher]) await readAll(one);
});

const heard = async (who: Actor) =>
  (await readTidings(who, null)).tidings.filter(({ unread }) => unread).map((one) => tidingWords(one, 'UTC', MONDAY));
const returned = async (assignmentId: string) =>
  returnRound(school.teacher, {
    packetId: await packetOf(school.ilse, assignmentId),
    round: 1,
    points: 17,
    remark: '',
    key: key(),
    outcome: 'settled'
  });

const Job = z.object({ id: z.string(), tidingId: z.string(), startAfter: z.number() });
/** What waits to be mailed to somebody. */
const jobs = (who: Actor) =>
  select(
    Job,
    `select j.id::text, j.data->>'tidingId' as "tidingId",
       extract(epoch from j.start_after - j.created_on)::float8 as "startAfter"
     from pgboss.job j join tidings t on t.id = (j.data->>'tidingId')::uuid
     where j.name = 'mail-tiding' and t.person_id = $1 and t.read_at is null order by t.no desc`,
    [who.id]
  );
const mailsTo = (who: Actor) =>
  count('select count(*) n from mails m join people p on p.email = m.to_address where p.id = $1', [who.id]);

describe('tidings', () => {
  it('tell both sides what the other did, and lead to the exact place', async () => {
    const id = await school.set({ title: 'Field report' });
    await handIn(school.ilse, id);
    expect(await heard(school.teacher)).toEqual(['Ilse submitted round 1 of Field report']);
    await returned(id);
    expect(await heard(school.ilse)).toEqual(['Field report came back with its result']);
    const [tiding] = (await readTidings(school.ilse, null)).tidings;
    expect(await followTiding(school.ilse, tiding?.id ?? '')).toBe(`/assignments/${id}#came-back`);
    expect(await heard(school.ilse)).toEqual([]);
    await expect(followTiding(school.teodor, tiding?.id ?? '')).rejects.toThrow(NotHere);
  });

  it('reach only those whom they concern', async () => {
    const id = await school.set();
    await post(school.ilse, { body: 'For Odile alone', assignmentId: id, to: 'aside' });
    expect(await heard(school.teacher)).toEqual(['Ilse wrote aside on Field report: “For Odile alone”']);
    await post(school.teacher, { body: 'Yes', assignmentId: id, to: 'aside', studentId: school.ilse.id });
    expect(await heard(school.ilse)).toHaveLength(1);
    expect(await heard(school.teodor)).toEqual([]);
    // On the open floor those hear of an answer who spoke there.
    await post(school.teodor, { body: 'Who has the tape?', assignmentId: id, to: 'floor' });
    await post(school.ilse, { body: 'I have', assignmentId: id, to: 'floor' });
    expect(await heard(school.teodor)).toEqual(['Ilse spoke on the open floor of Field report: “I have”']);
    await leaveCourse(school.teodor, school.course.id);
    await post(school.ilse, { body: 'Teodor left it with me', assignmentId: id, to: 'floor' });
    expect(await heard(school.teodor)).toHaveLength(1);
    await execute('update enrolments set left_at = null where person_id = $1', [school.teodor.id]);
  });

  it('are told once, however often something is tried', async () => {
    const news = { kind: 'notice', about: 'notice x', courseId: school.course.id, href: '/', at: MONDAY } as const;
    for (const _time of [1, 2]) await inTransaction((tx) => tell({ students: true }, news, tx));
    expect(await heard(school.ilse)).toHaveLength(1);
    await Promise.all([1, 2].map(() => inTransaction((tx) => tell({ teachers: true }, news, tx))));
    expect(await heard(school.teacher)).toHaveLength(1);
  });

  it('that were not committed were never told, nor mailed', async () => {
    const news = { kind: 'returned', about: 'lost', courseId: school.course.id, href: '/', at: MONDAY } as const;
    await expect(
      inTransaction(async (tx) => {
        await tell({ people: [school.ilse.id] }, news, tx);
        throw new Error('It did not happen.');
      })
    ).rejects.toThrow('did not happen');
    expect(await heard(school.ilse)).toEqual([]);
    expect(await jobs(school.ilse)).toEqual([]);
  });
});

describe('mails', () => {
  it('are written down with what causes them, and go once', async () => {
    const id = await school.set();
    await handIn(school.ilse, id);
    await returned(id);
    const [job] = await jobs(school.ilse);
    const before = await mailsTo(school.ilse);
    await mailTiding(job?.tidingId ?? '');
    await Promise.all([mailTiding(job?.tidingId ?? ''), mailTiding(job?.tidingId ?? '')]);
    expect(await mailsTo(school.ilse)).toBe(before + 1);
  });

  it('wait until a message cannot be taken back any more, and do not come of what was read meanwhile', async () => {
    const id = await school.set();
    await post(school.teacher, { body: 'Bring gloves', assignmentId: id, to: 'aside', studentId: school.ilse.id });
    const [job] = await jobs(school.ilse);
    expect(job?.startAfter).toBeGreaterThan(60);
    const before = await mailsTo(school.ilse);
    await readAll(school.ilse);
    await mailTiding(job?.tidingId ?? '');
    expect(await mailsTo(school.ilse)).toBe(before);
  });

  it('follow each person’s wish for each kind', async () => {
    expect((await readMailWishes(school.ilse)).returned).toBe(true);
    await keepMailWishes(school.ilse, ['notice']);
    expect(await readMailWishes(school.ilse)).toMatchObject({ returned: false, notice: true });
    const id = await school.set();
    await handIn(school.ilse, id);
    await returned(id);
    expect(await jobs(school.ilse)).toEqual([]);
    await keepMailWishes(school.ilse, ['returned', 'receipt', 'reminder']);
  });

  it('bring the receipt along, with every hash', async () => {
    const id = await school.set();
    await handIn(school.ilse, id, 'the whole report');
    const [receipt] = (await readTidings(school.ilse, null)).tidings;
    expect(receipt).toMatchObject({ kind: 'receipt', unread: false });
    await mailTiding(receipt?.id ?? '');
    const [mail] = await select(
      z.object({ body: z.string() }),
      `select m.body from mails m join people p on p.email = m.to_address
       where p.id = $1 and m.subject like '%was received%'`,
      [school.ilse.id]
    );
    expect(mail?.body).toContain(`Receipt ${receipt?.facts.number}`);
    expect(mail?.body).toMatch(/SHA-256 [0-9a-f]{64}/);
  });
});

it('reminds of what was taken back: a day and three hours before it is due, each once', async () => {
  const reminded = async () => {
    await Promise.all([remindDue(), remindDue()]);
    return (await readTidings(school.ilse, null)).tidings.filter(({ kind }) => kind === 'reminder').length;
  };
  const before = await reminded();
  const id = await school.set({ due: MONDAY + 2 * DAY });
  await handIn(school.ilse, id);
  await takeBack(school.ilse, { assignmentId: id, restores: null, key: key() });
  expect(await reminded()).toBe(before);
  at(MONDAY + DAY + HOUR);
  expect(await reminded()).toBe(before + 1);
  expect((await heard(school.ilse))[0]).toContain('Your teacher has nothing of Field report, due');
  at(MONDAY + 2 * DAY - HOUR);
  expect(await reminded()).toBe(before + 2);
  // Submitted again, there is nothing to remind of.
  const other = await school.set({ due: MONDAY + 2 * DAY });
  await handIn(school.ilse, other);
  expect(await reminded()).toBe(before + 2);
});
