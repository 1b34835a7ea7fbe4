import { error, json } from '@sveltejs/kit';
import { comparableOf } from '$server/rounds/comparable';
import { orNotFound, signedIn } from '../../../shared/guard';

/** What of a submitted piece can be compared with another one. */
export const GET = async ({ locals, params, url }) => {
  if (params.from !== 'submitted') error(404, 'There is nothing here.');
  return json(await orNotFound(comparableOf(signedIn(locals, url), params.id)));
};
