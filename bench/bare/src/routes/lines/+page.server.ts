import { pool, whoAsks } from '../../session';

export interface Line {
  assignmentId: string;
  title: string;
  due: number | null;
  holder: string;
  course: { title: string; emblem: string };
}

/** The floor for a page of lines: look a session up, run one query, and draw the data of a Desk as it stands. */
export const load = async ({ cookies, url }: { cookies: { get(name: string): string | undefined }; url: URL }) => {
  await whoAsks(cookies);
  const { rows } = await pool.query<{ data: string }>({ name: 'lines', text: 'select data from bench_desk limit 1' });
  const desk = JSON.parse(rows[0]?.data ?? '{"lines":[]}') as { lines: Line[] };
  return { desk, more: Number(url.searchParams.get('more') ?? 0) };
};
