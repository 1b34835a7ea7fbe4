import { topics } from '$core/live/topics';
import { error } from '@sveltejs/kit';
import { z } from 'zod';
import { readSettled } from '$server/lines/long-lists';
import { keysetPlace, PlaceMoment } from '../../shared/keyset';
import { signedIn } from '../../shared/guard';
import { shows } from '../../shared/shows';

const Place = z.tuple([PlaceMoment, z.uuid()]);

export const load = async ({ locals, url, depends }) => {
  const person = signedIn(locals, url);
  const place = keysetPlace(url, Place);
  if (place === undefined) error(404, 'There is no such page of settled work.');
  const lines = await readSettled(person, place && { since: place[0], assignmentId: place[1] });
  return { ...shows(depends, topics.work), ...lines };
};
