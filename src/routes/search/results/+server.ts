import { error, json } from '@sveltejs/kit';
import { search } from '$server/search/search';

/** What the search field shows while someone types. */
export const GET = async ({ locals, url }) => {
  if (!locals.person) error(401, 'Sign in first.');
  return json(await search(locals.person, url.searchParams.get('q') ?? ''));
};
