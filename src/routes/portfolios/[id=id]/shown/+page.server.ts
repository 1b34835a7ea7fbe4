import { readShown } from '$server/portfolio/shown';
import { orNotFound, signedIn } from '../../../shared/guard';

export const load = async ({ locals, url, params }) => ({
  shown: await orNotFound(readShown(signedIn(locals, url), params.id)),
  page: url.searchParams.get('page')
});
