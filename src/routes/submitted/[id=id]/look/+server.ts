import { json } from '@sveltejs/kit';
import { previewOf } from '$server/materials/preview';
import { openRoundPiece } from '$server/packets/file-access';
import { orNotFound, signedIn } from '../../../shared/guard';

/** What can be shown of a piece, for a page that shows it in place. */
export const GET = async ({ locals, params, url }) =>
  json(await previewOf(await orNotFound(openRoundPiece(signedIn(locals, url), params.id))));
