import { dueCalendar } from '$server/calendar/feed';
import { orNotFound, signedIn } from '../../../shared/guard';
import { calendarFile } from '../../../shared/text-file';

/** The due moment of one assignment, for another calendar. */
export const GET = async ({ locals, url, params }) => {
  const { title, text } = await orNotFound(dueCalendar(signedIn(locals, url), params.id));
  return calendarFile(`${title}.ics`, text);
};
