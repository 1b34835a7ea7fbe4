import { redirect } from '@sveltejs/kit';
import { signedIn } from './shared/guard';

/** Everyone's first page: where their work is. */
export const load = ({ locals, url }) => {
  const person = signedIn(locals, url);
  if (person.studies) redirect(303, '/desk');
  if (person.teaches) redirect(303, '/marking');
  if (person.schoolRoles.includes('office')) redirect(303, '/school');
  redirect(303, person.schoolRoles.includes('guardian') ? '/family' : '/desk');
};
