import { beforeEach, describe, expect, it } from 'vitest';
import { z } from 'zod';
import { StandingRules } from '$core/courses/rules';
import { createAssignment } from '$server/assignments/create-assignment';
import { changeAbout, changeRules, endCourse, readAbout } from '$server/courses/about';
import { enterCalendarDays, readCalendar, removeCalendarDays } from '$server/courses/calendar';
import { copyCourse } from '$server/assignments/copy-course';
import { courseFor } from '$server/courses/course-head';
import { giveNotice, readNotice } from '$server/courses/notices';
import { readOutline } from '$server/courses/outline';
import { readOwnCourses } from '$server/courses/own-courses';
import { addUnit, arrangeOutline, changeUnit, showInOutline } from '$server/courses/shape-outline';
import { select } from '$server/db/connection';
import { NotHere } from '$server/outcome';
import { readDesk } from '$server/lines/desk';
import type { Actor } from '$core/people/policy';
import { at, DAY, handIn, HOUR, MONDAY, person, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
let slug: string;
let shore: string;

beforeEach(async () => {
  school = await smallCourse();
  slug = (await courseFor(school.teacher, school.course.id, 'read-course')).slug;
  shore = school.course.units[0] ?? '';
});

const outlineOf = async (who: Actor) => (await readOutline(who, await courseFor(who, slug, 'read-course'))).units;
const titlesOf = async (who: Actor) =>
  (await outlineOf(who)).map(({ title, items }) => [title, ...items.map((item) => item.title)]);

describe('the outline', () => {
  it('puts what comes later behind what is there, whatever its kind', async () => {
    await school.set({ title: 'First', unitId: shore });
    await giveNotice(school.teacher, slug, { title: 'Second', body: 'Tide tables are here.', unitId: shore });
    await school.set({ title: 'Third', unitId: shore });
    await school.set({ title: 'Loose' });
    expect(await titlesOf(school.ilse)).toEqual([
      ['Shore', 'First', 'Second', 'Third'],
      ['Outside of units', 'Loose']
    ]);
  });

  it('shows each reader their own baton', async () => {
    const id = await school.set({ unitId: shore });
    await handIn(school.ilse, id);
    const standing = async (who: Actor) =>
      (await outlineOf(who))[0]?.items.map((item) => item.kind === 'assignment' && item.holding.standing);
    expect(await standing(school.ilse)).toEqual(['submitted']);
    expect(await standing(school.teodor)).toEqual(['not-started']);
  });

  it('keeps from students what is hidden, a draft or not due to appear; teachers see all', async () => {
    const draft = await school.set({ title: 'Draft', published: false, unitId: shore });
    await school.set({ title: 'Tomorrow', visibleFrom: MONDAY + DAY, unitId: shore });
    const { id: later } = await addUnit(school.teacher, slug, { title: 'Later', starts: MONDAY + 3 * DAY });
    await school.set({ title: 'In it', unitId: later });
    await showInOutline(
      school.teacher,
      slug,
      { kind: 'unit', id: later },
      { hidden: false, visibleFrom: MONDAY + 2 * DAY }
    );
    expect(await titlesOf(school.ilse)).toEqual([['Shore']]);
    expect((await readDesk(school.ilse)).lines).toEqual([]);
    expect(await titlesOf(school.teacher)).toEqual([
      ['Shore', 'Draft', 'Tomorrow'],
      ['Later', 'In it']
    ]);
    at(MONDAY + 2 * DAY);
    await showInOutline(school.teacher, slug, { kind: 'assignment', id: draft }, { hidden: false, visibleFrom: null });
    expect(await titlesOf(school.ilse)).toEqual([
      ['Shore', 'Draft', 'Tomorrow'],
      ['Later', 'In it']
    ]);
    expect((await readDesk(school.ilse)).lines.map(({ title }) => title).sort()).toEqual([
      'Draft',
      'In it',
      'Tomorrow'
    ]);
  });

  it('is arranged by its teachers, and touches nothing of another course', async () => {
    const one = await school.set({ title: 'One', unitId: shore });
    const two = await school.set({ title: 'Two', unitId: shore });
    const { id: second } = await addUnit(school.teacher, slug, { title: 'Second' });
    const other = await smallCourse();
    const foreign = await other.set({ title: 'Foreign' });
    const arrangement = {
      units: [
        {
          id: second,
          items: [
            { kind: 'assignment' as const, id: two },
            { kind: 'assignment' as const, id: foreign }
          ]
        },
        { id: shore, items: [{ kind: 'assignment' as const, id: one }] }
      ]
    };
    await expect(arrangeOutline(school.ilse, slug, arrangement)).rejects.toThrow(NotHere);
    await arrangeOutline(school.teacher, slug, arrangement);
    expect(await titlesOf(school.ilse)).toEqual([
      ['Second', 'Two'],
      ['Shore', 'One']
    ]);
    const [row] = await select(
      z.object({ unit: z.string().nullable() }),
      'select unit_id as unit from assignments where id = $1',
      [foreign]
    );
    expect(row?.unit).toBeNull();
    await expect(
      showInOutline(school.teacher, slug, { kind: 'assignment', id: foreign }, { hidden: true, visibleFrom: null })
    ).rejects.toThrow(NotHere);
  });

  it('renames units and moves their start', async () => {
    await changeUnit(school.teacher, slug, shore, { title: 'The shore at night', starts: MONDAY + HOUR });
    expect((await outlineOf(school.ilse))[0]).toMatchObject({ title: 'The shore at night', starts: MONDAY + HOUR });
    await expect(changeUnit(school.ilse, slug, shore, { title: 'Mine' })).rejects.toThrow(NotHere);
  });
});

describe('standing rules', () => {
  const rules = StandingRules.parse({ late: { kind: 'flat', percent: 20 }, allowance: 2, takeBack: false });
  const facts = async (id: string) =>
    (
      await select(
        z.object({
          allowance: z.number().nullable(),
          late: z.looseObject({ kind: z.string() }),
          takeBack: z.boolean()
        }),
        'select allowance, late_policy as late, take_back as "takeBack" from assignments where id = $1',
        [id]
      )
    )[0];

  it('reach assignments that follow them, and never those in which a round was submitted', async () => {
    const follows = await school.set({ inherits: ['late', 'allowance', 'takeBack'] });
    const partly = await school.set({ inherits: ['allowance'], late: { kind: 'none' } });
    const begun = await school.set({ inherits: ['late', 'allowance', 'takeBack'] });
    await handIn(school.ilse, begun);
    expect(await changeRules(school.teacher, slug, rules)).toEqual({ changed: 2, kept: 1 });
    expect(await facts(follows)).toMatchObject({ allowance: 2, late: { kind: 'flat' }, takeBack: false });
    expect(await facts(partly)).toMatchObject({ allowance: 2, late: { kind: 'none' }, takeBack: true });
    expect(await facts(begun)).toMatchObject({ allowance: null, late: { kind: 'none' }, takeBack: true });
    expect(
      await facts(
        (await createAssignment({ courseId: school.course.id, title: 'New', brief: '', inherits: ['late'] })).id
      )
    ).toMatchObject({ late: { kind: 'flat' } });
    await expect(changeRules(school.ilse, slug, rules)).rejects.toThrow(NotHere);
  });

  it('come along when a course is copied; work and dates do not', async () => {
    await changeRules(school.teacher, slug, rules);
    const about = {
      title: 'Tidal Ecology',
      unitWord: 'Week',
      goals: '**Look**',
      policies: '<script>alert(1)</script>Quiet.',
      contacts: [{ who: 'Odile', how: 'lab', hours: 'Mon' }],
      endsOn: '2027-06-25'
    };
    await changeAbout(school.teacher, slug, about);
    const id = await school.set({
      title: 'Count',
      due: MONDAY + DAY,
      unitId: shore,
      criteria: [{ title: 'Row', levels: [{ title: 'Top', points: 5 }] }]
    });
    await handIn(school.ilse, id);
    const copy = { slug: `${slug}-next`, title: 'Next year' };
    expect(await copyCourse(school.teacher, slug, copy)).toEqual({ ok: true, slug: copy.slug });
    expect(await copyCourse(school.teacher, slug, copy)).toEqual({ ok: false, why: 'address-taken' });
    const head = await courseFor(school.teacher, copy.slug, 'shape-course');
    expect(head).toMatchObject({ unitWord: 'Week', title: 'Next year' });
    expect((await readAbout(head.id)).rules).toEqual(rules);
    expect((await readAbout(head.id)).policiesHtml).not.toContain('script');
    const { units } = await readOutline(school.teacher, head);
    expect(units[0]?.items[0]).toMatchObject({ title: 'Count', hidden: true, due: null });
    await expect(courseFor(school.ilse, copy.slug, 'read-course')).rejects.toThrow(NotHere);
  });
});

describe('a course that is over', () => {
  it('leaves the Desk, keeps its pages, and can be taken up again', async () => {
    const id = await school.set();
    await handIn(school.ilse, id);
    await expect(endCourse(school.ilse, slug, 'ended')).rejects.toThrow(NotHere);
    await endCourse(school.teacher, slug, 'ended');
    expect((await readDesk(school.ilse)).lines).toEqual([]);
    expect((await readOwnCourses({ ...school.ilse, zone: 'UTC' })).courses).toMatchObject([{ archived: true }]);
    expect((await courseFor(school.ilse, slug, 'read-course')).archived).toBe(true);
    await endCourse(school.teacher, slug, 'running');
    expect((await readDesk(school.ilse)).lines).toHaveLength(1);
  });
});

describe('notices', () => {
  it('reach the Desk of everyone but their writer until they are read', async () => {
    const { id } = await giveNotice(school.teacher, slug, {
      title: 'Tide',
      body: '**Low** at ten <img src=x onerror=alert(1)>'
    });
    const unread = async (who: Actor) =>
      (await readOwnCourses({ ...who, zone: 'UTC' })).notices.map(({ title }) => title);
    expect([await unread(school.ilse), await unread(school.teacher), await unread(school.stranger)]).toEqual([
      ['Tide'],
      [],
      []
    ]);
    const notice = await readNotice(school.ilse, id);
    expect(notice.bodyHtml).toContain('<strong>Low</strong>');
    expect(notice.bodyHtml).not.toContain('onerror');
    expect([await unread(school.ilse), await unread(school.teodor)]).toEqual([[], ['Tide']]);
    await expect(readNotice(school.stranger, id)).rejects.toThrow(NotHere);
  });

  it('can wait for their moment', async () => {
    const { id } = await giveNotice(school.teacher, slug, { title: 'Later', body: 'x', visibleFrom: MONDAY + HOUR });
    await expect(readNotice(school.ilse, id)).rejects.toThrow(NotHere);
    expect((await readNotice(school.teacher, id)).title).toBe('Later');
    at(MONDAY + HOUR);
    expect((await readNotice(school.ilse, id)).title).toBe('Later');
  });
});

describe('the school’s calendar', () => {
  it('is kept by the office alone, and explains today’s wait', async () => {
    const office = { ...(await person('Petra')), schoolRoles: ['office' as const] };
    const days = { kind: 'marking-pause' as const, title: 'Regatta', first: '2027-03-08', last: '2027-03-09' };
    await expect(enterCalendarDays(school.teacher, days)).rejects.toThrow(NotHere);
    await enterCalendarDays(office, days);
    const stretch = async () => (await readOwnCourses({ ...school.ilse, zone: 'Atlantic/Faroe' })).stretch?.title;
    expect(await stretch()).toBe('Regatta');
    at(MONDAY + 2 * DAY);
    expect(await stretch()).toBeUndefined();
    const [entered] = (await readCalendar()).filter(({ title }) => title === 'Regatta');
    await expect(removeCalendarDays(school.teacher, entered?.id ?? '')).rejects.toThrow(NotHere);
    await removeCalendarDays(office, entered?.id ?? '');
    expect((await readCalendar()).some(({ title }) => title === 'Regatta')).toBe(false);
    await expect(enterCalendarDays(office, { ...days, last: '2027-03-01' })).rejects.toThrow();
  });
});
