import { error, json } from '@sveltejs/kit';
import { readRunway } from '$server/lines/runway';
import { readSessionsAhead } from '$server/plan/sessions-ahead';

/** The due moments of the next two weeks, and what is planned in them, for the ribbon that every student page has. */
export const GET = async ({ locals }) => {
  if (!locals.person) error(401, 'Sign in first.');
  const [runway, sessions] = await Promise.all([readRunway(locals.person), readSessionsAhead(locals.person)]);
  return json({ ...runway, sessions });
};
