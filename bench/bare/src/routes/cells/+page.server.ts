import { pool } from '../../session';

/** The floor for a board: one query for as many cells, and a plain table of them. */
export const load = async ({ url }: { url: URL }) => {
  const { rows } = await pool.query<{ student: string; packet: string; phase: string; given: string | null }>(
    `select s.name as student, p.id as packet, p.phase, p.given::text as given
     from packets p join assignments a on a.id = p.assignment_id join courses c on c.id = a.course_id
     join party_members m on m.party_id = p.party_id join people s on s.id = m.person_id
     where c.slug = $1 order by s.sort_name, s.id, a.position, a.id`,
    [url.searchParams.get('course')]
  );
  return { rows };
};
