import { json } from '@sveltejs/kit';
import { comparableOf } from '$server/rounds/comparable';
import { openFile } from '$server/sources/find';
import { orNotFound, signedIn } from '../../../../shared/guard';

/** What of a file can be compared with another one. */
export const GET = async ({ locals, params, url }) =>
  json(await comparableOf(await orNotFound(openFile(signedIn(locals, url), params.source, params.id))));
