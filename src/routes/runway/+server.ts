import { error, json } from '@sveltejs/kit';
import { readRunway } from '$server/lines/runway';

/** The due moments of the next two weeks, for the ribbon that every student page has. */
export const GET = async ({ locals }) => {
  if (!locals.person) error(401, 'Sign in first.');
  return json(await readRunway(locals.person));
};
