import { createHash } from 'node:crypto';
import pg from 'pg';

export const pool = new pg.Pool({ connectionString: process.env.DATABASE_URL, max: 10 });

/** Whoever asks, by one statement. @throws where nobody is signed in */
export async function whoAsks(cookies: { get(name: string): string | undefined }): Promise<string> {
  const hash = createHash('sha256')
    .update(cookies.get('vendro_session') ?? '')
    .digest();
  const { rows } = await pool.query<{ person_id: string }>({
    name: 'session',
    text: 'select person_id from sessions where token_hash = $1',
    values: [hash]
  });
  const person = rows[0]?.person_id;
  if (!person) throw new Error('Nobody is signed in.');
  return person;
}
