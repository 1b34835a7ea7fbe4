import { error } from '@sveltejs/kit';
import { z } from 'zod';
import { readMarkingDesk, readSetAssignments } from '$server/marking/queries';
import { signedIn } from '../shared/guard';

const Place = z.tuple([z.coerce.number().int().nonnegative().max(8.64e15), z.uuid()]).optional();

export const load = async ({ locals, url }) => {
  const person = signedIn(locals, url);
  const place = Place.safeParse(url.searchParams.get('after')?.split('.'));
  if (!place.success) error(404, 'There is no such page of waiting work.');
  const after = place.data ? { since: place.data[0], packetId: place.data[1] } : null;
  const [desk, set] = await Promise.all([readMarkingDesk(person, after), readSetAssignments(person)]);
  return { ...desk, set, later: after !== null };
};
