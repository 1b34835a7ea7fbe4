import { ownCalendar } from '$server/calendar/feed';
import { signedIn } from '../../shared/guard';
import { calendarFile } from '../../shared/text-file';

/** A person's own calendar as one file. */
export const GET = async ({ locals, url }) => calendarFile('Vendro.ics', await ownCalendar(signedIn(locals, url)));
