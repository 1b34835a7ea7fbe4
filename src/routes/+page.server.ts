import { redirect } from '@sveltejs/kit';
import { signedIn } from './shared/guard';

/** Everyone's first page: where their work is. */
export const load = ({ locals, url }) => {
  const person = signedIn(locals, url);
  redirect(303, person.teaches && !person.studies ? '/marking' : '/desk');
};
