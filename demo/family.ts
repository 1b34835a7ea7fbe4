import { readFileSync } from 'node:fs';
import { z } from 'zod';
import type { Actor } from '../src/lib/core/people/policy';
import { addBusyCalendar, NewCalendar } from '../src/lib/server/calendar/busy-calendars';
import { select } from '../src/lib/server/db/connection';
import { confirmGuardian, inviteGuardian } from '../src/lib/server/family/guardians';
import { giveSupporter } from '../src/lib/server/family/supporters';
import { demoFile } from './read-world';

/** Ilse's guardian gets her week; a teacher supports her; and her calendar takes her elsewhere. */
export async function openFamily(people: { ilse: Actor; office: Actor }, zone: string): Promise<void> {
  const { ilse, office } = people;
  const invited = { studentId: ilse.id, email: 'henrik@skerrow.example', name: 'Henrik Varga' };
  await inviteGuardian({ ...ilse, name: 'Ilse Varga' }, invited);
  const [link] = await select(
    z.object({ token: z.string() }),
    'select token from guardianships where student_id = $1',
    [ilse.id]
  );
  await confirmGuardian(link?.token ?? '');
  await giveSupporter(office, { studentId: ilse.id, account: 'robin' });
  const contents = readFileSync(demoFile('choir-and-ferry.ics'), 'utf8');
  await addBusyCalendar({ ...ilse, zone }, NewCalendar.parse({ contents }));
}
