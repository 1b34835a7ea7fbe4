import { pool } from '../../session';

/** The floor for processor time: one query, and as many bytes as are asked for. */
export const load = async ({ url }: { url: URL }) => {
  const { rows } = await pool.query<{ id: string; title: string }>({
    name: 'bytes',
    text: 'select id, title from assignments order by id limit 60'
  });
  // Said once, written below: what a page sends twice, as data and as markup, is its own affair.
  return { rows: rows.length, title: rows[0]?.title ?? '', more: Number(url.searchParams.get('more') ?? 0) };
};
