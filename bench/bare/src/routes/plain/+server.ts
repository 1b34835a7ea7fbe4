import pg from 'pg';

/** The floor for a feed: look its owner up, and write as many bytes as are asked for. */
const pool = new pg.Pool({ connectionString: process.env.DATABASE_URL, max: 10 });

export const GET = async ({ url }: { url: URL }) => {
  await pool.query({ name: 'owner', text: 'select id, name from people order by id limit 1' });
  const body = 'x'.repeat(Number(url.searchParams.get('bytes') ?? 0));
  return new Response(body, { headers: { 'content-type': 'text/calendar' } });
};
