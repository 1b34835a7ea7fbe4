import { z } from 'zod';
import { topics } from '$core/live/topics';
import { openBoard, readBoard, showOnBoard } from '$server/marking/board';
import { action } from '../../../shared/action';
import { orNotFound, signedIn } from '../../../shared/guard';
import { shows } from '../../../shared/shows';
import type { RequestEvent } from './$types';

export const load = async ({ locals, url, params, parent, depends }) => {
  const person = signedIn(locals, url);
  const [{ course }, board] = await Promise.all([parent(), orNotFound(readBoard(person, params.course))]);
  return { ...shows(depends, topics.course(course.id), topics.work), board, now: board.now };
};

const yes = z.enum(['yes', 'no']).transform((said) => said === 'yes');
export const actions = {
  open: action(z.object({ open: yes }), (person, { open }, { params }: RequestEvent) =>
    openBoard(person, params.course, open)
  ),
  show: action(z.object({ assignmentId: z.uuid(), shown: yes }), (person, given) => showOnBoard(person, given))
};
