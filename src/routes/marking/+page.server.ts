import { topics } from '$core/live/topics';
import { error } from '@sveltejs/kit';
import { z } from 'zod';
import { readHeaps, readMarkingDesk, readSetAssignments, readTakenBack } from '$server/marking/desk';
import { readReturned } from '$server/marking/undo-return';
import { runThrough } from '../shared/marking-run';
import { keysetPlace, PlaceMoment } from '../shared/keyset';
import { signedIn } from '../shared/guard';
import { shows } from '../shared/shows';

const Place = z.tuple([PlaceMoment, z.uuid()]);

export const load = async ({ locals, url, depends }) => {
  const person = signedIn(locals, url);
  const place = keysetPlace(url, Place);
  if (place === undefined) error(404, 'There is no such page of waiting work.');
  const after = place && { since: place[0], packetId: place[1] };
  const { of, returned } = runThrough(url);
  const [desk, heaps, set, takenBack, undoable] = await Promise.all([
    readMarkingDesk(person, after, of),
    readHeaps(person),
    readSetAssignments(person),
    readTakenBack(person),
    returned === null ? null : readReturned(person, returned)
  ]);
  return { ...shows(depends, topics.work), ...desk, heaps, of, set, takenBack, undoable, later: after !== null };
};
