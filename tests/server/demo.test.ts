import { beforeAll, describe, expect, it } from 'vitest';
import { z } from 'zod';
import { arrangeDesk, need, type DeskLine } from '$core/packets/desk';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { select } from '$server/db/connection';
import { readDesk } from '$server/packets/desk';
import { demoAccounts } from '$server/settings';
import { loadDemo } from '../../demo/load';
import { at, count } from './kit';

const NOW = Date.parse('2027-03-10T15:20:00Z');
let lines: DeskLine[];
let ilse: { id: string; schoolRoles: [] };

beforeAll(async () => {
  at(NOW);
  await loadDemo(() => undefined);
  at(NOW);
  const [row] = await select(z.object({ id: z.string() }), "select id from people where handle = 'ilse'");
  ilse = { id: row?.id ?? '', schoolRoles: [] };
  lines = (await readDesk(ilse)).lines;
}, 120_000);

const titled = (title: string) => lines.find((line) => line.title.startsWith(title));

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
    const { facts } = await readAssignment(ilse, back?.assignmentId ?? '');
    expect((await readOwnPacket(ilse, facts)).marks[0]?.remark).toContain('the plank split');
  });

  it('has every standing, and every way of settling', () => {
    const standings = new Set(lines.map((line) => line.standing));
    expect([...standings].sort()).toEqual(
      ['another-round', 'closed', 'in-progress', 'not-started', 'revising', 'settled', 'submitted', 'taken-back'].sort()
    );
    expect(new Set(lines.flatMap((line) => line.settledBy ?? []))).toEqual(
      new Set(['result', 'looked-at', 'declared', 'excused', 'in-person'])
    );
  });

  it('has work on time, late with a cost, and every late policy', async () => {
    expect(titled('Quadrat count')).toMatchObject({ given: 17.5, kept: 0.9 });
    expect(titled('Noon sight')).toMatchObject({ lateSeconds: 0, given: 11 });
    const kinds = await select(
      z.object({ kind: z.string() }),
      "select distinct late_policy->>'kind' as kind from assignments"
    );
    expect(kinds.map(({ kind }) => kind).sort()).toEqual(['flat', 'none', 'not-accepted', 'per-day']);
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
