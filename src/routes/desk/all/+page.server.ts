import { topics } from '$core/live/topics';
import { error } from '@sveltejs/kit';
import { z } from 'zod';
import { readOpen } from '$server/lines/long-lists';
import { keysetPlace, PlaceMoment } from '../../shared/keyset';
import { signedIn } from '../../shared/guard';
import { shows } from '../../shared/shows';

const Place = z.tuple([z.union([z.literal('none').transform(() => null), PlaceMoment]), z.uuid()]);

export const load = async ({ locals, url, depends }) => {
  const person = signedIn(locals, url);
  const place = keysetPlace(url, Place);
  if (place === undefined) error(404, 'There is no such page of open work.');
  const lines = await readOpen(person, place && { due: place[0], assignmentId: place[1] });
  return { ...shows(depends, topics.work), ...lines };
};
