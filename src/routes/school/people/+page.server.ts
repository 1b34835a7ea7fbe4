import { action } from '../../shared/action';
import { z } from 'zod';
import { addPerson, PersonForm, readPeople, type PeoplePlace } from '$server/school/people';
import { orNotFound, signedIn } from '../../shared/guard';

const Search = z.string().trim().max(100).catch('');
/** The last line of the page before, as its family name and its id. */
const Place = z
  .string()
  .max(300)
  .regex(/^[\s\S]+\.[0-9a-f-]{36}$/)
  .transform((text): PeoplePlace => ({ sortName: text.slice(0, -37), id: text.slice(-36) }))
  .nullable()
  .catch(null);

export const load = async ({ locals, url }) => {
  const search = Search.parse(url.searchParams.get('q') ?? '');
  const after = Place.parse(url.searchParams.get('after'));
  return { search, first: after === null, ...(await orNotFound(readPeople(signedIn(locals, url), search, after))) };
};

export const actions = {
  add: action(PersonForm, addPerson, { goTo: ({ id }) => `/school/people/${id}?new` })
};
