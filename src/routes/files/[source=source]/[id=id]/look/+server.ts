import { json } from '@sveltejs/kit';
import { lookAt } from '$server/sources/look-at';
import { orNotFound, signedIn } from '../../../../shared/guard';

/** What can be shown of a file, for a page that shows it in place. */
export const GET = async ({ locals, params, url }) =>
  json(await orNotFound(lookAt(signedIn(locals, url), params.source, params.id)));
