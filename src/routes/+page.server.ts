import { redirect } from '@sveltejs/kit';
import { signedIn } from './shared/guard';

/** Everyone's first page: where their work is. */
export const load = ({ locals, url }) => {
  const person = signedIn(locals, url);
  if (person.studies) redirect(303, '/desk');
  if (person.teaches) redirect(303, '/marking');
  redirect(303, person.schoolRoles.includes('office') ? '/school' : '/desk');
};
