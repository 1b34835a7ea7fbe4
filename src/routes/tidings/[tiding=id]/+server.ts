import { redirect } from '@sveltejs/kit';
import { followTiding } from '$server/tidings/read-tidings';
import { orNotFound, signedIn } from '../../shared/guard';

/** Leads to the place of a tiding, which counts as read from then on. */
export const GET = async ({ locals, params, url }) =>
  redirect(303, await orNotFound(followTiding(signedIn(locals, url), params.tiding)));
