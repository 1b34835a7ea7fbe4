import { beforeAll, describe, expect, it } from 'vitest';
import { AssignmentDraft } from '$core/assignments/draft';
import { readAroundDraft } from '$server/assignments/around-draft';
import { dropUnfinished, keepUnfinished } from '$server/assignments/unfinished';
import { enterCalendarDays } from '$server/courses/calendar';
import { excuseSeveral } from '$server/marking/class-actions';
import { readClass } from '$server/lines/class';
import { readAssignment } from '$server/assignments/read-assignment';
import { NotHere } from '$server/outcome';
import { at, DAY, MONDAY, officePerson, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
const begun = { ...AssignmentDraft.parse({ title: 'x', brief: '' }), title: '', brief: '## Press it' };
beforeAll(async () => {
  at(MONDAY);
  school = await smallCourse();
});
const writing = () => ({ course: school.slug, assignmentId: null });
const kept = async () => (await readAroundDraft(school.teacher, school.course.id, null)).unfinished;

describe('an assignment that is being written', () => {
  it('is kept with what is still missing in it, for its teacher alone', async () => {
    expect(await kept()).toBeNull();
    expect(await keepUnfinished(school.teacher, writing(), begun, 0)).toEqual({ ok: true, version: 1, at: MONDAY });
    expect(await kept()).toEqual({ draft: begun, version: 1, at: MONDAY });
    expect((await readAroundDraft(school.ilse, school.course.id, null)).unfinished).toBeNull();
    await expect(keepUnfinished(school.ilse, writing(), begun, 0)).rejects.toThrow(NotHere);
    await expect(keepUnfinished(school.stranger, writing(), begun, 0)).rejects.toThrow(NotHere);
  });

  it('is never replaced by a window that does not know what another one kept, until it is told to', async () => {
    const [one, two] = await Promise.all([
      keepUnfinished(school.teacher, writing(), { ...begun, title: 'one' }, 1),
      keepUnfinished(school.teacher, writing(), { ...begun, title: 'two' }, 1)
    ]);
    expect([one.ok, two.ok].sort()).toEqual([false, true]);
    expect(one.ok ? two : one).toEqual({ ok: false, why: 'kept-elsewhere' });
    expect(await keepUnfinished(school.teacher, writing(), begun, 0)).toEqual({ ok: false, why: 'kept-elsewhere' });
    expect(await keepUnfinished(school.teacher, writing(), { ...begun, title: 'mine' }, null)).toMatchObject({
      version: 3
    });
    expect((await kept())?.draft.title).toBe('mine');
  });

  it('is another one for each assignment that is changed', async () => {
    const id = await school.set({ title: 'Field report', due: MONDAY + DAY });
    const changing = { course: school.slug, assignmentId: id };
    expect(await keepUnfinished(school.teacher, changing, { ...begun, title: 'changed' }, 0)).toMatchObject({
      version: 1
    });
    expect((await readAroundDraft(school.teacher, school.course.id, id)).unfinished?.draft.title).toBe('changed');
    // The assignment says by itself in which course it lies, and for whom.
    expect(await keepUnfinished(school.teacher, { assignmentId: id }, begun, 1)).toMatchObject({ version: 2 });
    await expect(keepUnfinished(school.stranger, { assignmentId: id }, begun, 0)).rejects.toThrow(NotHere);
    await expect(keepUnfinished(school.teacher, { assignmentId: school.ilse.id }, begun, 0)).rejects.toThrow(NotHere);
    await dropUnfinished(school.teacher, { assignmentId: id });
    expect((await readAroundDraft(school.teacher, school.course.id, id)).unfinished).toBeNull();
    expect((await kept())?.draft.title).toBe('mine');
  });

  it('of another shape is left alone, and goes away when it is not wanted any more', async () => {
    await keepUnfinished(school.teacher, writing(), { title: 7 }, null);
    expect(await kept()).toBeNull();
    await dropUnfinished(school.teacher, writing());
    expect(await keepUnfinished(school.teacher, writing(), begun, 0)).toMatchObject({ ok: true, version: 1 });
  });

  it('has the course’s dates and the school’s calendar beside it', async () => {
    const office = await officePerson();
    await enterCalendarDays(office, {
      kind: 'holiday',
      title: 'Spring break',
      first: '2027-03-22',
      last: '2027-03-26'
    });
    const { dates, units } = await readAroundDraft(school.teacher, school.course.id, null);
    expect(dates.due).toContainEqual({ title: 'Field report', at: MONDAY + DAY });
    expect(dates.calendar).toContainEqual({
      kind: 'holiday',
      title: 'Spring break',
      first: '2027-03-22',
      last: '2027-03-26'
    });
    expect(units.length).toBeGreaterThan(0);
  });
});

it('several students are excused at once, each for themselves', async () => {
  const id = await school.set({ title: 'Bell survey' });
  const both = [school.ilse.id, school.teodor.id];
  expect(await excuseSeveral(school.teacher, { assignmentId: id, studentIds: both })).toEqual({ done: 2, refused: [] });
  expect(await excuseSeveral(school.teacher, { assignmentId: id, studentIds: [school.ilse.id] })).toMatchObject({
    done: 0,
    refused: [{ studentId: school.ilse.id, why: 'excused' }]
  });
  const { lines } = await readClass((await readAssignment(school.teacher, id)).facts);
  expect(lines.map(({ settledBy }) => settledBy)).toEqual(['excused', 'excused']);
  await expect(excuseSeveral(school.ilse, { assignmentId: id, studentIds: both })).rejects.toThrow(NotHere);
});
