import { EFFECTIVE_CLOSES, EFFECTIVE_DUE } from './effective';
import { RESTED, UNREAD } from './projection';

/** It was passed on to the next stage, which asks for something. */
const PASSED_ON = "coalesce(p.stage_place ->> 'moved' = 'on', false)";

/**
 * In which group of the Desk an assignment `a` with its packet `p` stands: `deskGroup` of the core, in SQL, so that a list
 * can be cut and counted where it is read. `desk-group.test.ts` holds one against the other.
 *
 * @param now the SQL of the moment at hand
 */
export function deskGroupSql(now: string): string {
  const due = `(${EFFECTIVE_DUE})`;
  // `submitEnds`: the closing moment, or the end of the grace where late work is not taken. `least` passes over nulls.
  const ends = `least((${EFFECTIVE_CLOSES}), case when a.late_policy->>'kind' = 'not-accepted'
    then ${due} + make_interval(mins => coalesce((a.late_policy->>'graceMinutes')::int, 0), secs => 1) end)`;
  const sealed = `coalesce(p.seal_until >= ${now}, false)`;
  const closed = `coalesce(${ends} <= ${now}, false)`;
  const closing = `coalesce(${ends} - ${now} <= interval '2 days', false)`;
  const withTeacher = "coalesce(p.phase in ('submitted', 'revising'), false)";
  return `case
    when p.ran_out_at is not null and not ${RESTED} and (${withTeacher} or ${sealed} or not ${closed}) then 'needs-you'
    when ${RESTED} then case when ${UNREAD} then 'came-back' else 'settled' end
    when ${withTeacher} then case when ${UNREAD} then 'came-back' else 'with-teacher' end
    when not ${sealed} and not ${closed} and (p.phase = 'taken-back' or (p.phase = 'another-round' and not ${PASSED_ON})
      or ((a.opens_at is null or a.opens_at <= ${now})
        and case when ${due} is null then ${closing} else ${due} - ${now} <= interval '1 day' end)) then 'needs-you'
    when ${UNREAD} then 'came-back'
    when ${closed} and not ${sealed} then 'closed'
    when ${due} is null then 'no-date'
    else 'with-you'
  end`;
}
