import { createHash } from 'node:crypto';
import pg from 'pg';

/** The floor that the Desk is measured against: look a session up, run one query, render as many plain rows as are asked for. */
const pool = new pg.Pool({ connectionString: process.env.DATABASE_URL, max: 10 });

export const load = async ({ cookies, url }: { cookies: { get(name: string): string | undefined }; url: URL }) => {
  const hash = createHash('sha256')
    .update(cookies.get('vendro_session') ?? '')
    .digest();
  const { rows: sessions } = await pool.query<{ person_id: string }>(
    'select person_id from sessions where token_hash = $1',
    [hash]
  );
  const person = sessions[0]?.person_id;
  if (!person) throw new Error('Nobody is signed in.');
  const { rows } = await pool.query<{ id: string; title: string; due: string }>(
    `select a.id, a.title, a.due_at::text as due from enrolments e join assignments a on a.course_id = e.course_id
     where e.person_id = $1 order by a.due_at limit $2`,
    [person, Number(url.searchParams.get('rows') ?? 60)]
  );
  return { rows };
};
