import { topics } from '$core/live/topics';
import { readOwnRemarks } from '$server/marking/own-remarks';
import { orNotFound, signedIn } from '../../../shared/guard';
import { shows } from '../../../shared/shows';

export const load = async ({ locals, url, params, depends }) => {
  const person = signedIn(locals, url);
  return { ...shows(depends, topics.work), ...(await orNotFound(readOwnRemarks(person, params.course))) };
};
