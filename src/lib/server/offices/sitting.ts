/**
 * How a person sits in the offices of an assignment's stages, as SQL: `now` where their office has the packet, `track` where it had it
 * once; null otherwise, whatever stages it has. Assignments without stages ask nothing further.
 *
 * @param packet     the alias of the packet
 * @param assignment the alias of the assignment
 * @param person     the SQL of the person's id
 */
export const sittingOf = (packet: string, assignment: string, person: string) => `case
  when ${assignment}.settles <> 'stages' then null
  when exists (select 1 from office_people o where o.office_id = ${packet}.office_id and o.person_id = ${person}) then 'now'
  when exists (select 1 from office_people o join offices f on f.id = o.office_id
    join custody_events v on v.packet_id = ${packet}.id and v.type = 'stage-moved'
      and f.name in (v.data #>> '{from,office}', v.data #>> '{to,office}')
    where o.person_id = ${person}) then 'track' end`;

/** Everyone who sits in an office of the stages of an assignment, as SQL. @param assignment its alias */
export const seatedOn = (assignment: string) => `case when ${assignment}.settles <> 'stages' then '{}'::text[]
  else array(select distinct o.person_id::text from jsonb_array_elements(${assignment}.stages) s
    join office_people o on o.office_id::text = s -> 'office' ->> 'id') end`;
