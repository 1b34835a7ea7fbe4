import { error } from '@sveltejs/kit';
import { z } from 'zod';
import { mayForSchool } from '$core/people/policy';
import { enterCalendarDays, NewCalendarDays, readCalendar, removeCalendarDays } from '$server/courses/calendar';
import { handleForm } from '../shared/form';
import { signedIn } from '../shared/guard';

export const load = async ({ locals, url }) => {
  if (!mayForSchool(signedIn(locals, url), 'keep-calendar'))
    error(404, 'There is nothing here, or it is not yours to see.');
  return { days: await readCalendar() };
};

export const actions = {
  enter: async ({ locals, url, request }) =>
    handleForm(request, NewCalendarDays, async (days) => {
      await enterCalendarDays(signedIn(locals, url), days);
      return { done: true };
    }),
  remove: async ({ locals, url, request }) =>
    handleForm(request, z.object({ id: z.uuid() }), async ({ id }) => {
      await removeCalendarDays(signedIn(locals, url), id);
      return { done: true };
    })
};
