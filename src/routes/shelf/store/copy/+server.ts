import { wordsOfRefusal } from '$core/refusals/registry';
import { config } from '$server/config';
import { z } from 'zod';
import { copyFromStore } from '$server/shelf/outside/copy';
import { parsedBody } from '../../../shared/body';
import { signedIn } from '../../../shared/guard';

const Copy = z.object({ path: z.string().min(1).max(2000) });
/** So often the page hears how far it is, in milliseconds. */
const NEWS = 150;

/** Copies a file from the person's store, telling on the way how far it is: one JSON value a line. */
export const POST = async ({ locals, url, request }) => {
  const person = signedIn(locals, url);
  const { path } = await parsedBody(request, Copy);
  const ending = new AbortController();
  let told = 0;
  const body = new ReadableStream({
    async start(controller) {
      const text = new TextEncoder();
      const tell = (news: unknown) => {
        if (!ending.signal.aborted) controller.enqueue(text.encode(`${JSON.stringify(news)}\n`));
      };
      const progress = (copied: number, of: number) => {
        if (performance.now() - told < NEWS) return;
        told = performance.now();
        tell({ copied, of });
      };
      const answer = await copyFromStore(person, path, progress, ending.signal);
      tell(
        answer.ok
          ? { ok: true, name: answer.name }
          : {
              ok: false,
              words: `${path.split('/').at(-1) ?? path}: ${wordsOfRefusal(answer.why, { largest: config.maxFileBytes })}`
            }
      );
      if (!ending.signal.aborted) controller.close();
    },
    cancel: () => ending.abort()
  });
  return new Response(body, { headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' } });
};
