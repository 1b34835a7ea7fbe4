import { json } from '@sveltejs/kit';
import { openCounted } from '$server/sources/counted';
import { orNotFound, signedIn } from '../../../../shared/guard';

/** What a machine counted of submitted answers: for the teacher at once, for whoever answered once they are returned. */
export const GET = async ({ locals, params, url }) =>
  json(await orNotFound(openCounted(signedIn(locals, url), params.source, params.id)));
