import { z } from 'zod';
import type { GradeLine } from '$core/grades/line';
import type { Actor } from '$core/people/policy';
import { WAYS } from '$core/judging/ways';
import type { Moment } from '$core/time/moment';
import { clock } from '../clock';
import { ms, select } from '../db/connection';
import { LINE_COLUMNS, LineRow, ownLinesWith, toLines } from './line';

/** Far more than a school year has; a bound on the page. */
const MOST = 1000;

/**
 * Everything that a student was set in their courses, with what came of it, by course and in the order of its outline.
 * One query.
 */
export async function readGrades(person: Actor): Promise<{ lines: GradeLine[]; now: Moment }> {
  const now = clock.now();
  const rows = await select(GradeRow, GRADES, [person.id, new Date(now), MOST]);
  const said = rows.map(({ remark, by, returnedAt, settles }) => ({ remark: remark ?? '', by, returnedAt, settles }));
  const lines = toLines(rows, now).flatMap((line, i): GradeLine[] => (said[i] ? [{ ...line, ...said[i] }] : []));
  return { lines, now };
}

const GradeRow = LineRow.extend({
  settles: z.enum(WAYS),
  remark: z.string().nullable(),
  by: z.string().nullable(),
  returnedAt: z.number().nullable()
});

/** The latest word of a teacher on it is their closing remark. */
const LAST_WORD = `left join lateral (
  select m.remark, t.name as by, ${ms('m.returned_at')} as at from marks m join people t on t.id = m.by_person
  where m.packet_id = p.id and m.returned_at is not null order by m.returned_at desc limit 1) w on true`;
const GRADES = `
  select ${LINE_COLUMNS}, a.settles, w.remark, w.by, w.at as "returnedAt" ${ownLinesWith(LAST_WORD)}
  order by c.title, c.id, u.position nulls last, a.position, a.id limit $3`;
