import { dueCalendar } from '$server/calendar/feed';
import { attachment } from '../../../shared/attachment';
import { orNotFound, signedIn } from '../../../shared/guard';

/** The due moment of one assignment, for another calendar. */
export const GET = async ({ locals, url, params }) => {
  const { title, text } = await orNotFound(dueCalendar(signedIn(locals, url), params.id));
  return new Response(text, {
    headers: { 'content-type': 'text/calendar; charset=utf-8', 'content-disposition': attachment(`${title}.ics`) }
  });
};
