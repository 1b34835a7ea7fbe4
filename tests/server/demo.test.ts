import { beforeAll, describe, expect, it } from 'vitest';
import { z } from 'zod';
import { arrangeDesk, need, type DeskLine } from '$core/packets/desk';
import { isLongWait } from '$core/packets/desk-words';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { select } from '$server/db/connection';
import { readGuidance } from '$server/assignments/guidance';
import { readOwnCourses } from '$server/courses/own-courses';
import { readDesk } from '$server/lines/desk';
import { readSettled } from '$server/lines/long-lists';
import { readRunway } from '$server/lines/runway';
import { layRunway } from '$core/plan/runway';
import { suggest } from '$core/plan/suggest';
import { demoAccounts } from '$server/db/settings';
import { DEMO_NOW } from '../../scripts/lib/demo-template.mjs';
import { at, count } from './kit';
import { haveDemo } from './own-demo';

const NOW = Date.parse(DEMO_NOW);
let lines: DeskLine[];
let all: DeskLine[];
let ilse: { id: string; schoolRoles: [] };

beforeAll(async () => {
  await haveDemo();
  at(NOW);
  const [row] = await select(z.object({ id: z.string() }), "select id from people where handle = 'ilse'");
  ilse = { id: row?.id ?? '', schoolRoles: [] };
  lines = (await readDesk(ilse)).lines;
  all = [...lines, ...(await readSettled(ilse, null)).lines];
});

const titled = (title: string) => all.find((line) => line.title.startsWith(title));

describe('on the day of loading, the demo Desk', () => {
  it('has two overdue, one of them taken back and forgotten', () => {
    const overdue = lines.filter(
      (line) => line.holder === 'student' && line.standing !== 'closed' && line.due !== null && line.due < NOW
    );
    expect(overdue.map((line) => line.standing).sort()).toEqual(['not-started', 'taken-back']);
  });

  it('has one due tonight and one tomorrow, both begun', () => {
    expect(titled('Field report')).toMatchObject({ standing: 'in-progress', due: Date.parse('2027-03-10T23:00:00Z') });
    expect(titled('Reading log')).toMatchObject({ standing: 'in-progress', due: Date.parse('2027-03-11T18:00:00Z') });
  });

  it('has several coming, two undated, some waiting, and one back with a remark', async () => {
    const groups = arrangeDesk(lines, NOW);
    expect(groups.get('with-you')?.length).toBeGreaterThanOrEqual(4);
    expect(groups.get('no-date')).toHaveLength(2);
    expect(groups.get('with-teacher')?.[0]?.title).toBe('Reading aloud, two minutes');
    const back = lines.find((line) => need(line, NOW) === 'another-round');
    expect((await readOwnPacket(await readAssignment(ilse, back?.assignmentId ?? ''))).marks[0]?.remark).toContain(
      'the plank split'
    );
  });

  it('has every standing, and every way of settling', () => {
    const standings = new Set(all.map((line) => line.standing));
    expect([...standings].sort()).toEqual(
      ['another-round', 'closed', 'in-progress', 'not-started', 'revising', 'settled', 'submitted', 'taken-back'].sort()
    );
    expect(new Set(all.flatMap((line) => line.settledBy ?? []))).toEqual(
      new Set(['result', 'looked-at', 'declared', 'excused', 'in-person'])
    );
  });

  it('has work on time, late with a cost, and every late policy', async () => {
    expect(titled('Quadrat count')).toMatchObject({ given: 17, kept: 0.9 });
    expect(titled('Noon sight')).toMatchObject({ lateSeconds: 0, given: 11 });
    const kinds = await select(
      z.object({ kind: z.string() }),
      "select distinct late_policy->>'kind' as kind from assignments"
    );
    expect(kinds.map(({ kind }) => kind).sort()).toEqual(['flat', 'none', 'not-accepted', 'per-day']);
  });
});

describe('what the demo tells of finding and understanding', () => {
  it('suggests what was taken back and forgotten, and lays the runway', async () => {
    expect(suggest(lines, NOW)?.line.title).toContain('Essay');
    const { dues, now } = await readRunway(ilse);
    const runway = layRunway(dues, now, 'Atlantic/Faroe');
    expect(runway.overdue).toHaveLength(2);
    expect(runway.strokes.length).toBeGreaterThanOrEqual(6);
    expect(new Set(runway.strokes.map(({ holder }) => holder))).toEqual(new Set(['student', 'teacher']));
  });

  it('has one result unread, unread notices, and one wait that is longer than usual', async () => {
    expect(
      arrangeDesk(lines, NOW)
        .get('came-back')
        ?.map(({ title }) => title)
    ).toEqual(['Quadrat count, north ledge']);
    expect((await readOwnCourses({ ...ilse, zone: 'UTC' })).notices.length).toBeGreaterThanOrEqual(2);
    const waits = lines.filter((line) => line.holder === 'teacher' && line.since !== null);
    const long = waits.filter((line) => isLongWait(line.since ?? NOW, line.course.usualWait, NOW));
    expect(long.map(({ title }) => title)).toEqual(['Reading aloud, two minutes']);
  });

  it('has a brief with must-do items met and unmet, materials of every kind, and a class that loses points', async () => {
    const guide = async (title: string) => {
      const { facts } = await readAssignment(ilse, titled(title)?.assignmentId ?? '');
      return readGuidance(ilse, facts, ilse.id);
    };
    const report = await guide('Field report');
    expect(new Set(report.mustDo.map(({ met }) => met))).toEqual(new Set([true, false]));
    expect(report.mustDo.some(({ optional }) => optional)).toBe(true);
    expect([report.aside.length, report.floor.length]).toEqual([2, 2]);
    expect((await guide('Quadrat count')).lost.length).toBe(3);
    const kinds = await select(
      z.object({ type: z.string() }),
      'select distinct b.media_type as type from materials m join blobs b using (sha256)'
    );
    for (const kind of ['application/pdf', 'image/jpeg', 'audio/', 'video/webm', 'wordprocessingml'])
      expect(
        kinds.some(({ type }) => type.includes(kind)),
        kind
      ).toBe(true);
  });

  it('has someone in no course yet, whom an invitation awaits', async () => {
    const [row] = await select(z.object({ id: z.string() }), "select id from people where handle = 'isolde'");
    const own = await readOwnCourses({ id: row?.id ?? '', schoolRoles: [], zone: 'UTC' });
    expect([own.courses.length, own.invitations.length]).toEqual([0, 1]);
  });
});

describe('the demo school', () => {
  it('has six courses and about forty students, with lists that look like real ones', async () => {
    expect(await count('select count(*) n from courses')).toBe(6);
    expect(
      await count('select count(distinct person_id) n from enrolments where role = $1', ['student'])
    ).toBeGreaterThanOrEqual(35);
    expect(await count('select count(*) n from rounds')).toBeGreaterThan(150);
  });

  it('happened in the past, and nothing of it in the future', async () => {
    expect(await count('select count(*) n from custody_events where at > $1', [new Date(NOW)])).toBe(0);
  });

  it('lists its accounts for the sign-in page', async () => {
    const demo = await demoAccounts();
    expect(demo?.accounts.map((account) => account.handle)).toContain('ilse');
  });
});
