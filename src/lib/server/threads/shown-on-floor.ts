/**
 * Whether somebody sees a post, as SQL, where its teacher hides what others said until one has said something: what teachers said is
 * always seen, and teachers see all. On other floors, and aside, everything is.
 *
 * @param post   alias of the post
 * @param person the SQL of who reads
 */
export const shownOnFloor = (post: string, person: string): string => `(
  ${post}.assignment_id is null or ${post}.party_id is not null or ${post}.by_person = ${person}
  or not exists (select 1 from assignments ha where ha.id = ${post}.assignment_id and ha.floor_hides)
  or exists (select 1 from enrolments he where he.course_id = ${post}.course_id and he.role = 'teacher'
    and he.person_id in (${post}.by_person, ${person}))
  or exists (select 1 from posts hp where hp.assignment_id = ${post}.assignment_id and hp.party_id is null
    and hp.by_person = ${person} and hp.answers_to is null))`;
