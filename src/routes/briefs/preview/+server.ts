import { error, json } from '@sveltejs/kit';
import { z } from 'zod';
import { orNotFound } from '../../shared/guard';
import { briefFromMarkdown } from '$server/rich-text/brief-from-markdown';
import { parsedBody } from '../../shared/body';

const Given = z.object({ markdown: z.string().max(100_000) });

/** A brief as students will read it, cleaned by the one sanitiser, while its teacher writes it. */
export const POST = async ({ locals, request }) => {
  if (!locals.person?.teaches) error(404, 'There is nothing here, or it is not yours to see.');
  const { markdown } = await parsedBody(request, Given);
  return json({ html: await orNotFound(briefFromMarkdown(markdown)) });
};
