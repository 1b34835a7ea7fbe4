import { json } from '@sveltejs/kit';
import { lookAtPiece } from '$server/packets/open-piece';
import { orNotFound, signedIn } from '../../../shared/guard';

/** What can be shown of a piece, for a page that shows it in place. */
export const GET = async ({ locals, params, url }) =>
  json(await orNotFound(lookAtPiece(signedIn(locals, url), params.from, params.id)));
