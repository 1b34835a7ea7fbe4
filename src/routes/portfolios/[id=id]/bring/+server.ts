import { json } from '@sveltejs/kit';
import { wordsOfRefusal } from '$core/refusals/registry';
import { broughtToShelf } from '$server/gathering/brought-to-shelf';
import { LARGEST_SHOWN } from '$server/portfolio/files';
import { ownPortfolio } from '$server/portfolio/own';
import { bytesIn } from '../../../shared/bytes-in';
import { orNotFound, signedIn } from '../../../shared/guard';

/** Brings a file of a device onto the Shelf of whoever has the portfolio, from where it can be put in. */
export const POST = async ({ locals, url, params, request }) => {
  const person = signedIn(locals, url);
  await orNotFound(ownPortfolio(person, params.id));
  const brought = await orNotFound(broughtToShelf(person, bytesIn(request, url, LARGEST_SHOWN), LARGEST_SHOWN));
  if (brought.ok) return json({ ok: true, fileId: brought.file.id });
  return json({ ok: false, words: wordsOfRefusal(brought.why, { largest: LARGEST_SHOWN }) });
};
