/**
 * The assignments that the person `$1` teaches, as SQL: `with mine as (…)`.
 *
 * What the teacher teaches comes first, whatever else the school holds: a plan that began at all that waits anywhere would
 * cost what the school is large.
 */
export const MINE = `
  with mine as materialized (
    select a.id, a.title, c.title as course, c.emblem
    from enrolments e join assignments a on a.course_id = e.course_id join courses c on c.id = a.course_id
    where e.person_id = $1 and e.role = 'teacher' and e.left_at is null
  )`;
