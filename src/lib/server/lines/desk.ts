import { z } from 'zod';
import { DESK_GROUPS, type DeskGroup, type DeskLine } from '$core/packets/desk';
import type { Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { clock } from '../clock';
import { selectPlannedOnce } from '../db/connection';
import { deskGroupSql } from './desk-group';
import { LINE_COLUMNS, LineRow, OWN_LINES, toLines } from './line';
import { RESTED, UNREAD } from './projection';

/** How many lines of one group the Desk shows; what is beyond is one click away. */
export const DESK_PAGE = 60;
/** What of each group is beyond the Desk. */
export type Beyond = Record<DeskGroup, number>;

/**
 * What a student has to do, what is coming, what they wait for and what came back unread. One query, of a size that
 * years of work do not change: of each group the first so many, and how many there are.
 */
export async function readDesk(
  person: Actor,
  course: string | null = null
): Promise<{ lines: DeskLine[]; beyond: Beyond; now: Moment }> {
  const now = clock.now();
  const rows = await selectPlannedOnce(CountedRow, DESK_ROWS, [person.id, new Date(now), course, DESK_PAGE]);
  const more = (group: DeskGroup) => Math.max(0, (rows.find((row) => row.group === group)?.total ?? 0) - DESK_PAGE);
  const beyond = Object.fromEntries(DESK_GROUPS.map((group) => [group, more(group)])) as Beyond;
  return { lines: toLines(rows, now), beyond, now };
}

const CountedRow = LineRow.extend({ group: z.enum(DESK_GROUPS), total: z.number() });

// Of a group that is longer than what is shown, first what the student could miss most: what was taken back or ran out,
// then what is nearest to now; of what waits, what waits longest; of what came back or closed, the latest.
const DESK_ROWS = `
  select * from (
    select k.*, count(*) over (partition by "group")::int as total,
      row_number() over (partition by "group" order by
        case when "group" = 'needs-you' then not ("ranOut" or coalesce(phase = 'taken-back', false)) end,
        case when "group" = 'needs-you' then abs(coalesce(due, closes) - extract(epoch from $2::timestamptz) * 1000) end,
        case when "group" = 'with-teacher' then since end,
        case when "group" in ('came-back', 'closed') then -coalesce(since, due, 0) end,
        case when "group" = 'no-date' then "unitPlace" end, case when "group" = 'no-date' then place end,
        due, "assignmentId") as rank
    from (
      select ${LINE_COLUMNS}, ${deskGroupSql('$2::timestamptz')} as "group"
      ${OWN_LINES} and (not ${RESTED} or ${UNREAD}) and ($3::text is null or c.slug = $3)
    ) k
  ) ranked where rank <= $4`;
