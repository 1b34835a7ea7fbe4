import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { markRefusalWords } from '$core/marking/words';
import { LONGEST_PHRASE } from '$core/remarks/phrases';
import { keepPhrase, readPhrases, touchPhrase } from '$server/marking/phrases';
import { parsedBody } from '../../shared/body';
import { orNotFound, signedIn } from '../../shared/guard';

const Asked = z.union([
  z.strictObject({ body: z.string().trim().min(1).max(LONGEST_PHRASE) }),
  z.strictObject({ id: z.uuid(), what: z.enum(['used', 'drop']) })
]);

/** A teacher's own phrases. */
export const GET = async ({ locals, url }) => json(await orNotFound(readPhrases(signedIn(locals, url))));

/** Keeps one, notes that it was used, or lets go of it. */
export const POST = async ({ locals, url, request }) => {
  const person = signedIn(locals, url);
  const asked = await parsedBody(request, Asked);
  if ('what' in asked) return json(await orNotFound(touchPhrase(person, asked)));
  const kept = await orNotFound(keepPhrase(person, asked));
  return json(kept.ok ? kept : { ok: false, words: markRefusalWords(kept.why) });
};
