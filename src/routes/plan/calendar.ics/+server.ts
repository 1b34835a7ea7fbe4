import { ownCalendar } from '$server/calendar/feed';
import { attachment } from '../../shared/attachment';
import { signedIn } from '../../shared/guard';

/** A person's own calendar as one file. */
export const GET = async ({ locals, url }) =>
  new Response(await ownCalendar(signedIn(locals, url)), {
    headers: { 'content-type': 'text/calendar; charset=utf-8', 'content-disposition': attachment('Vendro.ics') }
  });
