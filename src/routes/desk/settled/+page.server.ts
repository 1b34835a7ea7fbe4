import { error } from '@sveltejs/kit';
import { z } from 'zod';
import { readSettled } from '$server/packets/desk';
import { signedIn } from '../../shared/guard';

const Place = z.tuple([z.coerce.number().int().nonnegative().max(8.64e15), z.uuid()]).optional();

export const load = async ({ locals, url }) => {
  const person = signedIn(locals, url);
  const place = Place.safeParse(url.searchParams.get('after')?.split('.'));
  if (!place.success) error(404, 'There is no such page of settled work.');
  const after = place.data ? { since: place.data[0], assignmentId: place.data[1] } : null;
  return readSettled(person, after);
};
