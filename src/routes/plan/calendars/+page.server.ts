import { z } from 'zod';
import { topics } from '$core/live/topics';
import { addBusyCalendar, NewCalendar, readBusyCalendars, removeBusyCalendar } from '$server/calendar/busy-calendars';
import { endFeed, feedSince, makeFeed } from '$server/calendar/feed';
import { clock } from '$server/clock';
import { action } from '../../shared/action';
import { signedIn } from '../../shared/guard';
import { shows } from '../../shared/shows';

export const load = async ({ locals, url, depends }) => {
  const person = signedIn(locals, url);
  const [calendars, feed] = await Promise.all([readBusyCalendars(person), feedSince(person)]);
  return { ...shows(depends, topics.plan), calendars, feed, now: clock.now() };
};

const events = ({ events, cut }: { events: number; cut: boolean }) =>
  `Taken: ${events === 1 ? 'one busy time' : `${events} busy times`} within the months around now${cut ? ', the first of more than can be kept' : ''}.`;
export const actions = {
  add: action(
    NewCalendar.refine(
      ({ contents, address }) => contents !== '' || address !== '',
      'Bring a file, or write an address.'
    ),
    addBusyCalendar,
    {
      then: (added) => ({ done: events(added) })
    }
  ),
  remove: action(z.object({ id: z.uuid() }), (person, { id }) => removeBusyCalendar(person, id), {
    then: () => ({ done: 'Taken away, with its busy times.' })
  }),
  feed: action(z.object({}), async (person) => ({ address: await makeFeed(person) }), {
    then: ({ address }) => ({ done: true as const, address }),
    stays: true
  }),
  end: action(z.object({}), (person) => endFeed(person), {
    then: () => ({ done: 'The old address says nothing any more.' })
  })
};
