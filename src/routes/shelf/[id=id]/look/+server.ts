import { json } from '@sveltejs/kit';
import { previewOf } from '$server/materials/preview';
import { ownFile } from '$server/shelf/own-file';
import { orNotFound, signedIn } from '../../../shared/guard';

/** What can be shown of a file on the Shelf, in place. */
export const GET = async ({ locals, params, url }) =>
  json(await previewOf(await orNotFound(ownFile(signedIn(locals, url), params.id))));
