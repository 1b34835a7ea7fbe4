import { topics } from '$core/live/topics';
import { readGrades } from '$server/lines/grades';
import { signedIn } from '../shared/guard';
import { shows } from '../shared/shows';

export const load = async ({ locals, url, depends }) => ({
  ...shows(depends, topics.work),
  ...(await readGrades(signedIn(locals, url)))
});
