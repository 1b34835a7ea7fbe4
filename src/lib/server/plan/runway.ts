import { z } from 'zod';
import { LatePolicy } from '$core/assignments/late-policy';
import type { Actor } from '$core/people/policy';
import { runwayReach, type RunwayDue } from '$core/plan/runway';
import { minutesLeft } from '$core/plan/work-left';
import type { Moment } from '$core/time/moment';
import { clock } from '../clock';
import { ms, select } from '../db/connection';
import { OWN_ASSIGNMENTS, RESTED } from '../packets/desk';
import { EFFECTIVE_CLOSES, EFFECTIVE_DUE } from '../packets/effective';
import { holdingOf, PROJECTION_COLUMNS, ProjectionRow } from '../packets/projection';

/** More strokes than this on 14 days cannot be told apart. */
const MOST = 200;

/** The due moments that the runway shows, settled work left out. One query. */
export async function readRunway(person: Actor): Promise<{ dues: RunwayDue[]; now: Moment }> {
  const now = clock.now();
  const { from, to } = runwayReach(now);
  const rows = await select(RunwayRow, RUNWAY, [person.id, new Date(now), new Date(from), new Date(to), MOST]);
  return { now, dues: rows.map((row) => toDue(row, now)) };
}

function toDue(row: z.infer<typeof RunwayRow>, now: Moment): RunwayDue {
  const { assignmentId, title, courseTitle, emblem, due, closes, late } = row;
  const { holder, standing } = holdingOf(row, { due, closes, late }, now);
  const left = holder === 'student' ? minutesLeft(row) : 0;
  return { assignmentId, title, courseTitle, emblem, due, holder, standing, minutesLeft: left };
}

const RunwayRow = ProjectionRow.extend({
  assignmentId: z.string(),
  title: z.string(),
  courseTitle: z.string(),
  emblem: z.string(),
  due: z.number(),
  closes: z.number().nullable(),
  late: LatePolicy,
  expectedMinutes: z.number().nullable(),
  asked: z.number(),
  filled: z.number()
});

const RUNWAY = `
  select a.id as "assignmentId", a.title, c.title as "courseTitle", c.emblem, ${ms(`(${EFFECTIVE_DUE})`)} as due,
    ${ms(`(${EFFECTIVE_CLOSES})`)} as closes, a.late_policy as late, a.expected_minutes as "expectedMinutes",
    (select count(*)::int from deliverables d where d.assignment_id = a.id and not d.optional) as asked,
    (select count(distinct d.id)::int from pieces f join deliverables d on d.id = f.deliverable_id
      where f.packet_id = p.id and not d.optional) as filled, ${PROJECTION_COLUMNS}
  ${OWN_ASSIGNMENTS} and not ${RESTED} and (${EFFECTIVE_DUE}) >= $3 and (${EFFECTIVE_DUE}) < $4
  order by (${EFFECTIVE_DUE}), a.id limit $5`;
