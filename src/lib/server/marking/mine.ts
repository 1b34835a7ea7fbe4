/**
 * The assignments that the person `$1` teaches, and those with a stage of an office in which they sit, as SQL: `with mine as (…)`.
 * `office`: null where it is theirs as a teacher. Of a packet `p` of one of them, `${HERE}` says whether it is with that side.
 *
 * What is theirs comes first, whatever else the school holds: a plan that began at all that waits anywhere would cost what the
 * school is large.
 */
export const MINE = `
  with mine as materialized (
    select a.id, a.title, c.title as course, c.emblem, a.nameless, null::uuid as office
    from enrolments e join assignments a on a.course_id = e.course_id join courses c on c.id = a.course_id
    where e.person_id = $1 and e.role = 'teacher' and e.left_at is null
    union
    select a.id, a.title, c.title, c.emblem, a.nameless, o.office_id
    from office_people o join assignments a on a.settles = 'stages' cross join jsonb_array_elements(a.stages) s
    join courses c on c.id = a.course_id
    where o.person_id = $1 and s -> 'office' ->> 'id' = o.office_id::text
  )`;

/**
 * Whether a packet is with the side as which an assignment `a` of `mine` is theirs, and is not another teacher's share.
 *
 * @param packet its alias
 */
export const withMine = (packet: string) => `${packet}.office_id is not distinct from a.office and not exists (
  select 1 from marking_shares s where s.assignment_id = a.id and s.party_id = ${packet}.party_id and s.person_id <> $1)`;
