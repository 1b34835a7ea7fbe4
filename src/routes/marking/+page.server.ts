import { topics } from '$core/live/topics';
import { error } from '@sveltejs/kit';
import { z } from 'zod';
import { readMarkingDesk, readSetAssignments } from '$server/marking/desk';
import { keysetPlace, PlaceMoment } from '../shared/keyset';
import { signedIn } from '../shared/guard';
import { shows } from '../shared/shows';

const Place = z.tuple([PlaceMoment, z.uuid()]);

export const load = async ({ locals, url, depends }) => {
  const person = signedIn(locals, url);
  const place = keysetPlace(url, Place);
  if (place === undefined) error(404, 'There is no such page of waiting work.');
  const after = place && { since: place[0], packetId: place[1] };
  const [desk, set] = await Promise.all([readMarkingDesk(person, after), readSetAssignments(person)]);
  return { ...shows(depends, topics.work), ...desk, set, later: after !== null };
};
