import { pool, whoAsks } from '../../session';

/** The floor that the Desk is measured against: look a session up, run one query, render as many plain rows as are asked for. */
export const load = async ({ cookies, url }: { cookies: { get(name: string): string | undefined }; url: URL }) => {
  const person = await whoAsks(cookies);
  const { rows } = await pool.query<{ id: string; title: string; due: string }>(
    `select a.id, a.title, a.due_at::text as due from enrolments e join assignments a on a.course_id = e.course_id
     where e.person_id = $1 order by a.due_at limit $2`,
    [person, Number(url.searchParams.get('rows') ?? 60)]
  );
  return { rows };
};
