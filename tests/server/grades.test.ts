import { beforeEach, describe, expect, it } from 'vitest';
import { standingResult } from '$core/grades/moves';
import { ownGrade } from '$core/grades/own-grade';
import { Scheme } from '$core/grades/scheme';
import {
  finalResultsFile,
  answerFinalResults,
  readRegister,
  readSentResults,
  sendFinalResults
} from '$server/grades/final-results';
import { gradeBookFile, planGradeBook, readGradeBook, takeGradeBook } from '$server/grades/grade-book';
import { readGradeCell, writeGradeCell } from '$server/grades/grade-cell';
import { keepScheme, overrideGrade, showSpread, trySchemeOn } from '$server/grades/keep-scheme';
import { readGradeInClass, readOwnCourseGrade } from '$server/grades/own-course-grade';
import { readOwnGrades } from '$server/grades/own-grades';
import { keepSchoolScale, readKeptScales, removeSchoolScale } from '$server/grades/school-scales';
import { execute } from '$server/db/connection';
import { readGrades } from '$server/lines/grades';
import { clock } from '$server/clock';
import { excuse, findIncomplete } from '$server/marking/class-actions';
import { returnRound } from '$server/marking/return-round';
import { NotHere } from '$server/outcome';
import { at, count, DAY, handIn, HOUR, key, MONDAY, officePerson, packetOf, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeEach(async () => {
  school = await smallCourse();
});

/** An assignment that a student submitted and that came back with points. */
async function marked(who: typeof school.ilse, points: number, over: Parameters<typeof school.set>[0] = {}) {
  const assignmentId = await school.set({ due: MONDAY + DAY, ...over });
  await handIn(who, assignmentId);
  await give(who, assignmentId, points);
  return assignmentId;
}
async function give(
  who: typeof school.ilse,
  assignmentId: string,
  points: number,
  outcome: 'settled' | 'another-round' = 'settled',
  round = 1
) {
  const packetId = await packetOf(who, assignmentId);
  // Each at a moment of its own: of two of one moment nobody could say which is the last word.
  at(clock.now() + 1000);
  expect(
    await returnRound(school.teacher, { packetId, round, points, remark: 'So.', key: key(), outcome })
  ).toMatchObject({ ok: true });
}
const scheme = (over: object = {}) =>
  Scheme.parse({
    between: 'weights',
    categories: [{ id: 'all', title: 'All', weight: 100, inside: 'points' }],
    rest: 'all',
    absent: { kind: 'after-due', days: 0 },
    scale: { kind: 'line', from: 0, to: 20 },
    rounding: { step: 0.5, how: 'half-up' },
    ...over
  });
const result = async () => (await readOwnGrades(school.ilse)).courses[0]?.sum;

describe('a student’s grade', () => {
  it('counts as is usual until the teacher says how, and explains itself to both alike', async () => {
    await marked(school.ilse, 17);
    await school.set({ title: 'Second', due: MONDAY + 9 * DAY });
    expect(await result()).toMatchObject({ result: '85 %', range: ['42.5 %', '92.5 %'] });
    await keepScheme(school.teacher, school.slug, scheme());
    expect(await result()).toMatchObject({ result: '17', range: ['8.5', '18.5'] });
    const [own, theirs] = [
      await readOwnCourseGrade(school.ilse, school.slug),
      await readGradeInClass(school.teacher, school.slug, school.ilse.id)
    ];
    expect(theirs).toMatchObject({ ...own, course: { role: 'teacher' }, student: 'Ilse' });
  });

  it('takes what is not there for zero once the scheme says so, and leaves out what is excused', async () => {
    await marked(school.ilse, 20);
    const late = await school.set({ title: 'Absent', due: MONDAY + HOUR });
    await keepScheme(school.teacher, school.slug, scheme());
    at(MONDAY + 2 * HOUR);
    expect((await result())?.result).toBe('10');
    await excuse(school.teacher, { assignmentId: late, studentId: school.ilse.id });
    expect((await result())?.result).toBe('20');
  });

  it('can be repaired while rounds are left: as much as its points give', async () => {
    const assignmentId = await school.set({ due: MONDAY + DAY, allowance: 2 });
    await handIn(school.ilse, assignmentId);
    await give(school.ilse, assignmentId, 8, 'another-round');
    const { lines, scheme: own, override, now, course } = await readOwnCourseGrade(school.ilse, school.slug);
    expect(ownGrade(own, lines, override, now, course.zone).open).toMatchObject([{ kind: 'repair', low: 8, high: 20 }]);
    await handIn(school.ilse, assignmentId);
    await give(school.ilse, assignmentId, 9, 'another-round', 2);
    const after = await readOwnCourseGrade(school.ilse, school.slug);
    // The teacher asked for a round beyond the allowance, and thereby gave it.
    expect(after.lines[0]).toMatchObject({ allowance: 3, roundsUsed: 2, given: 9 });
  });

  it('is nobody else’s to see', async () => {
    for (const who of [school.stranger, school.teacher])
      await expect(readOwnCourseGrade(who, school.slug)).rejects.toThrow(NotHere);
    for (const who of [school.stranger, school.ilse, school.teodor])
      await expect(readGradeInClass(who, school.slug, school.ilse.id)).rejects.toThrow(NotHere);
  });
});

describe('the grade book', () => {
  it('shows the class as each of it sees themselves', async () => {
    await marked(school.ilse, 17);
    const book = await readGradeBook(school.teacher, school.slug);
    expect(book.rows.map(({ name, result }) => [name, result])).toEqual([
      ['Ilse', '85 %'],
      ['Teodor', null]
    ]);
    await expect(readGradeBook(school.ilse, school.slug)).rejects.toThrow(NotHere);
  });

  it('tries a scheme before it holds', async () => {
    await marked(school.ilse, 17);
    const tried = await trySchemeOn(school.teacher, school.slug, scheme({ rounding: { step: 1, how: 'down' } }));
    expect(tried).toMatchObject({ moves: [{ name: 'Ilse', before: '85 %', after: '17' }], stay: 1 });
    expect((await result())?.result).toBe('85 %');
    await expect(trySchemeOn(school.ilse, school.slug, scheme())).rejects.toThrow(NotHere);
  });

  it('corrects a result in its cell, keeps a first one for later, and knows all that was given', async () => {
    const assignmentId = await marked(school.ilse, 12);
    const cell = { assignmentId, studentId: school.ilse.id };
    expect(await readGradeCell(school.teacher, assignmentId, school.ilse.id)).toMatchObject({
      round: 1,
      corrects: true
    });
    expect(await writeGradeCell(school.teacher, { ...cell, round: 1, points: 99, known: 1 })).toMatchObject({
      why: 'points-too-high'
    });
    expect(await writeGradeCell(school.teacher, { ...cell, round: 1, points: 15, known: 0 })).toMatchObject({
      why: 'returned-meanwhile'
    });
    at(clock.now() + 1000);
    expect(await writeGradeCell(school.teacher, { ...cell, round: 1, points: 15, known: 1 })).toEqual({ ok: true });
    const { history } = await readGradeCell(school.teacher, assignmentId, school.ilse.id);
    expect(history.map(({ points }) => points).sort()).toEqual([12, 15]);
    expect((await result())?.result).toBe('75 %');
    await handIn(school.teodor, assignmentId);
    expect(
      await writeGradeCell(school.teacher, { assignmentId, studentId: school.teodor.id, round: 1, points: 9, known: 0 })
    ).toEqual({ ok: true });
    expect((await readOwnGrades(school.teodor)).courses[0]?.lines[0]?.given).toBeNull();
    await expect(readGradeCell(school.stranger, assignmentId, school.ilse.id)).rejects.toThrow(NotHere);
    await expect(readGradeCell(school.teodor, assignmentId, school.ilse.id)).rejects.toThrow(NotHere);
  });

  it('goes out as CSV, and comes in again for what is with the teacher', async () => {
    await marked(school.ilse, 17, { title: 'Count' });
    const open = await school.set({ title: 'Report' });
    await handIn(school.ilse, open);
    const { text } = await gradeBookFile(school.teacher, school.slug);
    expect(text.split('\n')[0]).toBe('account,student,Count,Report,result,passed');
    expect(
      (await planGradeBook(school.teacher, school.slug, text)).assignments.flatMap(({ plan }) => [
        ...plan.marks,
        ...plan.problems
      ])
    ).toEqual([]);
    const filled = text.replace(/^(ilse.*),17,[^,]*,/m, '$1,17,14.5,');
    expect(await takeGradeBook(school.teacher, school.slug, filled.replace('14.5', '99'))).toMatchObject({
      kept: false
    });
    expect(await takeGradeBook(school.teacher, school.slug, filled)).toMatchObject({ kept: true });
    expect((await readGradeCell(school.teacher, open, school.ilse.id)).history).toMatchObject([
      { points: 14.5, returnedAt: null }
    ]);
    const corrected = text.replace(/^(ilse.*),17,/m, '$1,3,');
    expect(await takeGradeBook(school.teacher, school.slug, corrected)).toMatchObject({ kept: false });
  });

  it('takes a teacher’s word in place of the reckoning, with its reason, and gives it back', async () => {
    await marked(school.ilse, 17);
    await keepScheme(school.teacher, school.slug, scheme());
    const say = (says: string, reason: string) =>
      overrideGrade(school.teacher, school.slug, { studentId: school.ilse.id, says, reason });
    expect(await say('21', 'x')).toMatchObject({ why: 'not-on-the-scale' });
    expect(await say('18', '')).toMatchObject({ why: 'override-without-reason' });
    expect(
      await overrideGrade(school.teacher, school.slug, { studentId: school.stranger.id, says: '18', reason: 'x' })
    ).toMatchObject({ why: 'not-in-this-course' });
    expect(await say('18', 'The storm took her gauge.')).toEqual({ ok: true });
    expect((await result())?.result).toBe('18');
    const { lines, scheme: own, override, now, course } = await readOwnCourseGrade(school.ilse, school.slug);
    const { grade } = ownGrade(own, lines, override, now, course.zone);
    expect([standingResult(grade), grade.result?.text, override?.reason]).toEqual([
      '18',
      '17',
      'The storm took her gauge.'
    ]);
    expect(await say('', '')).toEqual({ ok: true });
    expect((await result())?.result).toBe('17');
    await expect(
      overrideGrade(school.ilse, school.slug, { studentId: school.ilse.id, says: '20', reason: 'x' })
    ).rejects.toThrow(NotHere);
  });

  it('sends final results to the office, which confirms them once, or gives them back', async () => {
    const office = await officePerson();
    expect(await sendFinalResults(school.teacher, school.slug)).toMatchObject({ why: 'no-results-to-send' });
    const assignmentId = await marked(school.ilse, 17);
    expect(await sendFinalResults(school.teacher, school.slug)).toEqual({ ok: true, count: 1 });
    at(clock.now() + 1000);
    await writeGradeCell(school.teacher, { assignmentId, studentId: school.ilse.id, round: 1, points: 3, known: 1 });
    const sent = (await readRegister(office)).find(({ slug }) => slug === school.slug);
    expect(sent?.results).toMatchObject([{ student: 'Ilse', result: '85 %' }]);
    expect((await finalResultsFile(office, sent?.id ?? '')).text).toContain('85 %');
    const answers = await Promise.all(
      ['', 'Which Ilse?'].map((declined) => answerFinalResults(office, { id: sent?.id ?? '', declined }))
    );
    expect(answers.map((one) => one.ok).sort()).toEqual([false, true]);
    expect((await readSentResults(school.teacher, school.slug))[0]?.confirmedAt).not.toBeNull();
    for (const who of [school.ilse, school.stranger]) {
      await expect(readRegister(who)).rejects.toThrow(NotHere);
      await expect(finalResultsFile(who, sent?.id ?? '')).rejects.toThrow(NotHere);
      await expect(sendFinalResults(who, school.slug)).rejects.toThrow(NotHere);
    }
  });

  it('says results in the scale that is usual in the school, until a course has a scheme of its own', async () => {
    const office = await officePerson();
    const twenty = { title: 'Marks', scale: { kind: 'line', from: 0, to: 20 }, usual: true } as const;
    const kept = { ...twenty, id: null, rounding: { step: 0.5, how: 'half-up' } } as const;
    try {
      expect(await keepSchoolScale(office, kept)).toEqual({ ok: true });
      expect(await keepSchoolScale(office, { ...kept, title: 'marks' })).toEqual({ ok: false, why: 'scale-named-so' });
      await marked(school.ilse, 17);
      const said = async () => (await readOwnGrades(school.ilse)).courses.map(({ sum }) => sum.result);
      expect(await said()).toEqual(['17']);
      const six = { title: 'Six', scale: { kind: 'line', from: 6, to: 1 }, usual: true } as const;
      expect(await keepSchoolScale(office, { ...kept, ...six })).toEqual({ ok: true });
      expect(await said()).toEqual(['2']);
      expect((await readKeptScales(office)).map(({ title, usual }) => [title, usual])).toEqual([
        ['Six', true],
        ['Marks', false]
      ]);
      for (const who of [school.teacher, school.ilse]) {
        await expect(keepSchoolScale(who, kept)).rejects.toThrow(NotHere);
        await expect(readKeptScales(who)).rejects.toThrow(NotHere);
      }
      for (const { id } of await readKeptScales(office)) {
        await expect(removeSchoolScale(school.teacher, { id })).rejects.toThrow(NotHere);
        await removeSchoolScale(office, { id });
        await expect(removeSchoolScale(office, { id })).rejects.toThrow(NotHere);
      }
      expect(await said()).toEqual(['85 %']);
    } finally {
      await execute('delete from school_scales');
    }
  });

  it('tells work that was brought in person and lacks something from a round that came back', async () => {
    const assignmentId = await school.set({ title: 'Stand', settles: 'result' });
    const who = { assignmentId, studentId: school.ilse.id };
    await findIncomplete(school.teacher, { ...who, remark: 'The plank is missing.' });
    const line = async () => (await readGrades(school.ilse)).lines.find((one) => one.assignmentId === assignmentId);
    expect((await line())?.lacksInPerson).toBe(true);
    await handIn(school.ilse, assignmentId);
    expect((await line())?.lacksInPerson).toBe(false);
  });

  it('shows how results are spread only where ten of them stand, and the teacher lets it', async () => {
    await marked(school.ilse, 17);
    await showSpread(school.teacher, school.slug, true);
    expect((await readOwnCourseGrade(school.ilse, school.slug)).spreads).toEqual([]);
    await expect(showSpread(school.ilse, school.slug, true)).rejects.toThrow(NotHere);
    expect(await count('select count(*) as n from courses where slug = $1 and spread_shown', [school.slug])).toBe(1);
  });
});
