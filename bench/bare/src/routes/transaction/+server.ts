import { pool } from '../../session';

/** The floor for a submit: as many statements in one transaction, half of which write, after a session was looked up. */
export const POST = async ({ request, url }: { request: Request; url: URL }) => {
  await request.formData();
  const statements = Number(url.searchParams.get('statements'));
  const row = 1 + Math.floor(Math.random() * 100_000);
  const client = await pool.connect();
  try {
    await client.query('begin');
    for (let i = 0; i < statements - 2; i++)
      await client.query(
        i % 2 === 0
          ? { name: 'read', text: 'select balance from bench_rows where id = $1', values: [row] }
          : { name: 'write', text: 'update bench_rows set balance = balance + 1 where id = $1', values: [row] }
      );
    await client.query('commit');
  } finally {
    client.release();
  }
  return new Response('{"type":"success"}', { headers: { 'content-type': 'application/json' } });
};
