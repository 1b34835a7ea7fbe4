import { topics } from '$core/live/topics';
import { z } from 'zod';
import { readOwnCourses } from '$server/courses/own-courses';
import { readDesk } from '$server/lines/desk';
import { readUnseenChanges } from '$server/portfolio/mine';
import { SHOWN_KINDS } from '$ui/desk/groups';
import { signedIn } from '../shared/guard';
import { shows } from '../shared/shows';

/** An address that someone mistyped shows the whole Desk rather than an error. */
const View = z.object({
  course: z
    .string()
    .max(60)
    .regex(/^[a-z0-9-]+$/)
    .nullable()
    .catch(null),
  show: z.enum(SHOWN_KINDS).nullable().catch(null),
  order: z.enum(['due', 'outline']).catch('due')
});

export const load = async ({ locals, url, depends }) => {
  const person = signedIn(locals, url);
  const asked = (name: string) => url.searchParams.get(name) || null;
  const view = View.parse({ course: asked('course'), show: asked('show'), order: asked('order') ?? 'due' });
  const [desk, courses, unseen] = await Promise.all([
    readDesk(person, view.course),
    readOwnCourses(person),
    readUnseenChanges(person)
  ]);
  return { ...shows(depends, topics.work, topics.courses), ...desk, ...courses, unseen, view, studies: person.studies };
};
