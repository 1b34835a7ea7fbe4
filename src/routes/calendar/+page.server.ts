import { action } from '../shared/action';
import { error } from '@sveltejs/kit';
import { z } from 'zod';
import { mayForSchool } from '$core/people/policy';
import { enterCalendarDays, NewCalendarDays, readCalendar, removeCalendarDays } from '$server/courses/calendar';
import { signedIn } from '../shared/guard';

export const load = async ({ locals, url }) => {
  if (!mayForSchool(signedIn(locals, url), 'keep-calendar'))
    error(404, 'There is nothing here, or it is not yours to see.');
  return { days: await readCalendar() };
};

export const actions = {
  enter: action(NewCalendarDays, enterCalendarDays),
  remove: action(z.object({ id: z.uuid() }), (person, { id }) => removeCalendarDays(person, id))
};
