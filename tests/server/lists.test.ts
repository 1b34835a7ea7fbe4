import { randomUUID } from 'node:crypto';
import { beforeAll, describe, expect, it } from 'vitest';
import { readAssignment } from '$server/assignments/read-assignment';
import { declareDone, takeBack } from '$server/rounds/change';
import { execute } from '$server/db/connection';
import { DESK_PAGE, readDesk } from '$server/lines/desk';
import { LONG_PAGE, readOpen, readSettled } from '$server/lines/long-lists';
import { excuse, extend, receiveInPerson, undoInPerson } from '$server/marking/class-actions';
import { readRun } from '$server/marking/run';
import { MARKING_PAGE, readHeaps, readMarkingDesk, readSetAssignments } from '$server/marking/desk';
import { readClass } from '$server/lines/class';
import { returnRound } from '$server/marking/return-round';
import { at, attach, DAY, handIn, key, MONDAY, packetOf, person, smallCourse } from './kit';

type School = Awaited<ReturnType<typeof smallCourse>>;

describe('settled work', () => {
  let school: School;
  const many = LONG_PAGE + 5;
  beforeAll(async () => {
    school = await smallCourse();
    for (let i = 0; i < many; i++) {
      const id = await school.set({ title: `Declared ${i}`, settles: 'declared', points: null });
      // Some at the same moment: the keyset must not lose or repeat any of them.
      at(MONDAY + Math.floor(i / 3) * 1000);
      await declareDone(school.ilse, { assignmentId: id });
    }
    await school.set({ title: 'Still open' });
  });

  it('is out of the way on the Desk', async () => {
    expect((await readDesk(school.ilse)).lines.map((line) => line.title)).toEqual(['Still open']);
  });

  it('comes in pages that lose nothing and repeat nothing', async () => {
    const first = await readSettled(school.ilse, null);
    const second = await readSettled(school.ilse, first.next);
    expect([first.lines.length, second.lines.length, second.next]).toEqual([LONG_PAGE, many - LONG_PAGE, null]);
    expect(new Set([...first.lines, ...second.lines].map((line) => line.assignmentId)).size).toBe(many);
  });

  it('is nobody else’s', async () => {
    expect((await readSettled(school.teodor, null)).lines).toEqual([]);
    expect((await readDesk(school.stranger)).lines).toEqual([]);
  });
});

describe('the Desk', () => {
  it('shows an extension, the round that counts, and what was returned', async () => {
    const { ilse, teacher, set } = await smallCourse();
    const extended = await set({ title: 'Extended', due: MONDAY - DAY, closes: MONDAY - DAY });
    await extend(teacher, { assignmentId: extended, studentId: ilse.id, due: MONDAY + DAY, closes: MONDAY + 2 * DAY });
    const late = { kind: 'flat', percent: 50, graceMinutes: 0 } as const;
    const marked = await set({ title: 'Marked', due: MONDAY - 60_000, late });
    await handIn(ilse, marked);
    const mark = { packetId: await packetOf(ilse, marked), round: 1, points: 18, remark: '', key: key() };
    await returnRound(teacher, { ...mark, outcome: 'settled' });
    const { lines } = await readDesk(ilse);
    const line = (title: string) => lines.find((one) => one.title === title);
    expect(line('Extended')).toMatchObject({ due: MONDAY + DAY, closes: MONDAY + 2 * DAY, standing: 'not-started' });
    expect(line('Marked')).toMatchObject({ round: 1, lateSeconds: 60, given: 18, kept: 0.5, standing: 'settled' });
  });

  it('says nothing of what is not published', async () => {
    const { ilse, set } = await smallCourse();
    await set({ published: false });
    expect((await readDesk(ilse)).lines).toEqual([]);
  });
});

describe('a Desk of years', () => {
  let school: School;
  beforeAll(async () => {
    school = await smallCourse();
    // Two on each day: the keyset must hold where moments are the same. Some have no date.
    const many = Array.from({ length: DESK_PAGE + 45 }, (_, i) => i);
    for (const i of many) await school.set({ title: `Coming ${i}`, due: MONDAY + (2 + Math.floor(i / 2)) * DAY });
    for (let i = 0; i < 7; i++) await school.set({ title: `Undated ${i}` });
    await school.set({ title: 'Overdue', due: MONDAY - DAY });
  });

  it('shows the nearest of each kind and says how many are beyond', async () => {
    const { lines, beyond } = await readDesk(school.ilse);
    expect(beyond).toMatchObject({ 'with-you': 45, 'no-date': 0, 'with-teacher': 0, closed: 0 });
    const titles = new Set(lines.map(({ title }) => title));
    expect([titles.has('Overdue'), titles.has('Undated 6'), titles.has('Coming 0'), titles.has('Coming 104')]).toEqual([
      true,
      true,
      true,
      false
    ]);
  });

  it('goes through all open work page by page, what is due first standing first, losing and repeating nothing', async () => {
    const seen: Array<{ id: string; due: number | null }> = [];
    let after: Awaited<ReturnType<typeof readOpen>>['next'] = null;
    do {
      const page: Awaited<ReturnType<typeof readOpen>> = await readOpen(school.ilse, after);
      expect(page.lines.length).toBeLessThanOrEqual(LONG_PAGE);
      seen.push(...page.lines.map(({ assignmentId: id, due }) => ({ id, due })));
      after = page.next;
    } while (after);
    expect(seen).toHaveLength(DESK_PAGE + 45 + 7 + 1);
    expect(new Set(seen.map(({ id }) => id)).size).toBe(seen.length);
    const moments = seen.map(({ due }) => due ?? Infinity);
    expect(moments).toEqual([...moments].sort((a, b) => a - b));
  });

  it('can be narrowed down to one course', async () => {
    expect((await readDesk(school.ilse, 'no-such-course')).lines).toEqual([]);
  });
});

describe('the marking desk', () => {
  let school: School;
  const many = MARKING_PAGE + 3;
  beforeAll(async () => {
    school = await smallCourse();
    for (let i = 0; i < many; i++) {
      const id = await school.set({ title: `Waiting ${i}` });
      at(MONDAY + (many - i) * 1000);
      await handIn(school.ilse, id);
    }
  });

  it('puts the longest wait first, in pages that lose nothing', async () => {
    const first = await readMarkingDesk(school.teacher);
    expect(first.rounds[0]?.title).toBe(`Waiting ${many - 1}`);
    const second = await readMarkingDesk(school.teacher, first.next);
    expect(second.next).toBeNull();
    expect(new Set([...first.rounds, ...second.rounds].map((round) => round.packetId)).size).toBe(many);
  });

  it('goes on to the next, which is never the one at hand', async () => {
    const [head, next, third] = (await readMarkingDesk(school.teacher)).rounds;
    const run = (packetId = '', of: string | null = null) => readRun(school.teacher, packetId, of);
    expect(await run(head?.packetId)).toEqual({ before: null, next: next?.packetId, place: 1, waiting: many });
    expect(await run(next?.packetId)).toMatchObject({ before: head?.packetId, next: third?.packetId, place: 2 });
    expect(await run(next?.packetId, next?.assignmentId)).toMatchObject({ before: null, next: null, waiting: 1 });
    // Of one that does not wait the first is next.
    expect(await run(randomUUID())).toMatchObject({ before: null, next: head?.packetId, place: 0 });
    expect(await readRun(await person('Petra'), head?.packetId ?? '', null)).toMatchObject({ next: null, waiting: 0 });
    expect(await readHeaps(school.teacher)).toHaveLength(many);
    expect(await readHeaps(school.ilse)).toEqual([]);
  });

  it('drops what was taken back or excused', async () => {
    const taken = await school.set({ title: 'Taken' });
    const freed = await school.set({ title: 'Freed' });
    await handIn(school.teodor, taken);
    await handIn(school.teodor, freed);
    await takeBack(school.teodor, { assignmentId: taken, restores: null, key: key() });
    await excuse(school.teacher, { assignmentId: freed, studentId: school.teodor.id });
    const all = [...(await readMarkingDesk(school.teacher)).rounds];
    expect(all.map((round) => round.title)).not.toEqual(expect.arrayContaining(['Taken']));
    expect(all.map((round) => round.title)).not.toEqual(expect.arrayContaining(['Freed']));
  });
});

describe('the class', () => {
  it('shows everyone, and of a draft only what may be known', async () => {
    const { ilse, teodor, teacher, set } = await smallCourse();
    const [closed, followed] = [await set(), await set({ followsDrafts: true })];
    for (const id of [closed, followed]) await attach(ilse, id);
    const standings = async (id: string) => {
      const { facts } = await readAssignment(teacher, id);
      return Object.fromEntries((await readClass(facts)).lines.map((line) => [line.studentId, line.standing]));
    };
    expect(await standings(closed)).toEqual({ [ilse.id]: 'not-started', [teodor.id]: 'not-started' });
    expect(await standings(followed)).toEqual({ [ilse.id]: 'in-progress', [teodor.id]: 'not-started' });
  });

  it('records and undoes an in-person receipt, with its points', async () => {
    const { ilse, teacher, set } = await smallCourse();
    const id = await set();
    const who = { assignmentId: id, studentId: ilse.id };
    await receiveInPerson(teacher, who, { points: 12 });
    const line = async () => {
      const { facts } = await readAssignment(teacher, id);
      return (await readClass(facts)).lines.find((one) => one.studentId === ilse.id);
    };
    expect(await line()).toMatchObject({ settledBy: 'in-person', given: 12 });
    await undoInPerson(teacher, who);
    expect(await line()).toMatchObject({ standing: 'not-started', given: null });
  });

  it('is counted for the teacher who set it, and for nobody else', async () => {
    const { ilse, teodor, teacher, set } = await smallCourse();
    const id = await set({ title: 'Counted', due: MONDAY + DAY });
    await handIn(ilse, id);
    await excuse(teacher, { assignmentId: id, studentId: teodor.id });
    expect(await readSetAssignments(teacher)).toMatchObject([
      { title: 'Counted', students: 2, withTeacher: 1, settled: 1 }
    ]);
    expect(await readSetAssignments(ilse)).toEqual([]);
  });
});

describe('moments', () => {
  it('are kept to the millisecond, however finely somebody writes them', async () => {
    const school = await smallCourse();
    const id = await school.set({ title: 'Finely timed' });
    await execute(`update assignments set due_at = '2027-03-12 18:00:00.123456+00' where id = $1`, [id]);
    const [line] = (await readDesk(school.ilse)).lines;
    expect(line?.due).toBe(Date.UTC(2027, 2, 12, 18, 0, 0, 123));
  });
});
