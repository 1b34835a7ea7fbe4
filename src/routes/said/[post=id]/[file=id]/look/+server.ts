import { json } from '@sveltejs/kit';
import { previewOf } from '$server/materials/preview';
import { openSaidFile } from '$server/threads/said-file';
import { orNotFound, signedIn } from '../../../../shared/guard';

/** What can be shown of it, for a page that shows it in place. */
export const GET = async ({ locals, params, url }) =>
  json(await previewOf(await orNotFound(openSaidFile(signedIn(locals, url), params.post, params.file))));
