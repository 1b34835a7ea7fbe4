import { beforeEach, expect, it } from 'vitest';
import { showInOutline } from '$server/courses/shape-outline';
import { excuse, extend } from '$server/marking/class-actions';
import { readRunway } from '$server/lines/runway';
import { attach, DAY, handIn, MONDAY, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeEach(async () => {
  school = await smallCourse();
});
const titles = async (who = school.ilse) => (await readRunway(who)).dues.map(({ title }) => title);

it('shows what is due, in order, and leaves out what is settled, undated or far away', async () => {
  await school.set({ title: 'Later', due: MONDAY + 3 * DAY });
  await school.set({ title: 'Sooner', due: MONDAY + DAY });
  await school.set({ title: 'Undated' });
  await school.set({ title: 'Next term', due: MONDAY + 60 * DAY });
  await school.set({ title: 'Last year', due: MONDAY - 300 * DAY });
  const excused = await school.set({ title: 'Excused', due: MONDAY + DAY });
  await excuse(school.teacher, { assignmentId: excused, studentId: school.ilse.id });
  expect(await titles()).toEqual(['Sooner', 'Later']);
  expect((await titles(school.teodor)).sort()).toEqual(['Excused', 'Later', 'Sooner']);
  expect(await titles(school.stranger)).toEqual([]);
  expect(await titles(school.teacher)).toEqual([]);
});

it('follows extensions, and hides what its unit hides', async () => {
  const [unitId = ''] = school.course.units;
  const id = await school.set({ title: 'Count', due: MONDAY + DAY, unitId });
  await extend(school.teacher, { assignmentId: id, studentId: school.ilse.id, due: MONDAY + 5 * DAY });
  const dueOf = async (who: typeof school.ilse) => (await readRunway(who)).dues[0]?.due;
  expect([await dueOf(school.ilse), await dueOf(school.teodor)]).toEqual([MONDAY + 5 * DAY, MONDAY + DAY]);
  await showInOutline(
    school.teacher,
    school.course.id,
    { kind: 'unit', id: unitId },
    { hidden: true, visibleFrom: null }
  );
  expect(await titles()).toEqual([]);
});

it('estimates the work left by the places that are filled; what is with the teacher needs none', async () => {
  const places = { deliverables: [{ title: 'A' }, { title: 'B' }, { title: 'C', optional: true }] };
  const id = await school.set({ title: 'Begun', due: MONDAY + DAY, expectedMinutes: 100, ...places });
  await attach(school.ilse, id);
  const handed = await school.set({ title: 'Handed in', due: MONDAY + 2 * DAY, expectedMinutes: 100 });
  await handIn(school.ilse, handed);
  expect((await readRunway(school.ilse)).dues.map(({ holder, minutesLeft }) => [holder, minutesLeft])).toEqual([
    ['student', 100],
    ['teacher', 0]
  ]);
});
