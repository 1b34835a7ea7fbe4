import { sweepBusyCalendars } from '../calendar/busy-calendars';
import { sendDigests } from '../family/digests';
import { sendCalmMails } from '../reminders/calm-mail';
import { pushDue } from '../reminders/push';
import { remindDue } from '../reminders/remind-due';
import { watchPlans } from '../reminders/watch-plans';
import { readHomeZone } from '../courses/home-zone';
import { sweepShown } from '../courses/tell-shown';
import { returnDue } from '../marking/return-later';
import { sendDue } from './send-due-mail';
import { sweepPackets } from '../rounds/sweep-packets';

/** All that the passing of time does by itself: once a minute, in one of the processes. */
export async function sweepAll(): Promise<void> {
  await readHomeZone();
  await sweepPackets();
  await returnDue();
  await sweepShown();
  await remindDue();
  await watchPlans();
  await sendCalmMails();
  await sendDigests();
  await sendDue();
  // What waits for others comes last.
  await sweepBusyCalendars();
  await pushDue();
}
