import { error, json } from '@sveltejs/kit';
import { z } from 'zod';
import { orNotFound } from '../../shared/guard';
import { briefFromMarkdown } from '$server/assignments/brief-from-markdown';

const Given = z.object({ markdown: z.string().max(100_000) });

/** A brief as students will read it, cleaned by the one sanitiser, while its teacher writes it. */
export const POST = async ({ locals, request }) => {
  if (!locals.person?.teaches) error(404, 'There is nothing here, or it is not yours to see.');
  const given = Given.safeParse(await request.json().catch(() => null));
  if (!given.success) error(400, 'That is no brief.');
  return json({ html: await orNotFound(briefFromMarkdown(given.data.markdown)) });
};
