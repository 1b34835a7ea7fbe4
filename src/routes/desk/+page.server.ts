import { readDesk } from '$server/packets/desk';
import { signedIn } from '../shared/guard';

export const load = async ({ locals, url }) => {
  const person = signedIn(locals, url);
  return { ...(await readDesk(person)), studies: person.studies };
};
