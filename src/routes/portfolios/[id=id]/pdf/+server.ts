import { error } from '@sveltejs/kit';
import { wordsOfRefusal } from '$core/refusals/registry';
import { sendFile } from '$server/blobs/send-file';
import { asPdf } from '$server/portfolio/forms';
import { ownPortfolio } from '$server/portfolio/own';
import { orNotFound, signedIn } from '../../../shared/guard';

/** One's own portfolio as it is now, printed; of one page where its id stands in the address. */
export const GET = async ({ locals, url, params, request }) => {
  const own = await orNotFound(ownPortfolio(signedIn(locals, url), params.id));
  const made = await orNotFound(asPdf(own.id, own, url.searchParams.get('page')));
  if (!made.ok) error(409, wordsOfRefusal(made.why, { largest: 0 }));
  return sendFile(made.file, request);
};
