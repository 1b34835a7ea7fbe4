import { beforeEach, expect, it } from 'vitest';
import { AssignmentDraft } from '$core/assignments/draft';
import type { Actor } from '$core/people/policy';
import { tidingWords } from '$core/tidings/words';
import { changeAssignment, setAssignment } from '$server/assignments/change-assignment';
import { addUnit, showInOutline } from '$server/courses/shape-outline';
import { giveNotice } from '$server/courses/notices';
import { sweepShown } from '$server/courses/tell-shown';
import { readTidings } from '$server/tidings/read-tidings';
import { at, DAY, HOUR, MONDAY, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
let slug: string;
beforeEach(async () => {
  school = await smallCourse();
  slug = school.slug;
});

const heard = async (who: Actor) =>
  (await readTidings(who, null)).tidings.map((one) => tidingWords(one, 'UTC', MONDAY)).sort();
const draft = (over: Partial<AssignmentDraft> = {}) =>
  AssignmentDraft.parse({ title: 'Weather log', brief: 'Write it down.', ...over });

it('students hear of what is set at once, and its teachers and strangers do not', async () => {
  await setAssignment(school.teacher, slug, draft());
  expect(await heard(school.ilse)).toEqual(['Weather log was set']);
  expect(await heard(school.teacher)).toEqual([]);
  expect(await heard(school.stranger)).toEqual([]);
});

it('they hear of what is set or announced for later when its moment comes, once', async () => {
  const later = MONDAY + DAY;
  await setAssignment(school.teacher, slug, draft({ visibleFrom: later }));
  await giveNotice(school.teacher, slug, { title: 'Tide tables', body: 'Bring them.', visibleFrom: later + HOUR });
  at(later - 1);
  await sweepShown();
  expect(await heard(school.ilse)).toEqual([]);
  at(later);
  await sweepShown();
  expect(await heard(school.ilse)).toEqual(['Weather log was set']);
  at(later + HOUR);
  await Promise.all([sweepShown(), sweepShown()]);
  const both = ['Odile tells the course: Tide tables', 'Weather log was set'];
  expect(await heard(school.ilse)).toEqual(both);
  await sweepShown();
  expect(await heard(school.teodor)).toEqual(both);
});

it('they hear of a draft when it is published, and not again when it is changed or hidden for a while', async () => {
  const { id } = await setAssignment(school.teacher, slug, draft({ published: false }));
  await sweepShown();
  expect(await heard(school.ilse)).toEqual([]);
  const show = (hidden: boolean) =>
    showInOutline(school.teacher, slug, { kind: 'assignment', id }, { hidden, visibleFrom: null });
  await changeAssignment(school.teacher, id, draft({ published: true }), true);
  await show(true);
  await show(false);
  expect(await heard(school.ilse)).toEqual(['Weather log was set']);
});

it('what lies in a hidden unit is told of when the unit is shown', async () => {
  const unit = await addUnit(school.teacher, slug, { title: 'Deep water' });
  const show = (hidden: boolean) =>
    showInOutline(school.teacher, slug, { kind: 'unit', id: unit.id }, { hidden, visibleFrom: null });
  await show(true);
  await setAssignment(school.teacher, slug, draft({ unitId: unit.id }));
  await giveNotice(school.teacher, slug, { title: 'Boats', body: 'They leave at nine.', unitId: unit.id });
  expect(await heard(school.ilse)).toEqual([]);
  await show(false);
  expect(await heard(school.ilse)).toEqual(['Odile tells the course: Boats', 'Weather log was set']);
});

it('of what is laid out as if it had always been there nobody hears, unless it is only shown later', async () => {
  await school.set({ title: 'Old' });
  await school.set({ title: 'Next week', visibleFrom: MONDAY + DAY });
  at(MONDAY + DAY);
  await sweepShown();
  expect(await heard(school.ilse)).toEqual(['Next week was set']);
});
