import { sweepShown } from '../courses/tell-shown';
import { remindTakenBack } from '../packets/remind';
import { sendDue } from '../mail/send-due';
import { sweepPackets } from '../packets/sweep-packets';

/** All that the passing of time does by itself: once a minute, in one of the processes. */
export async function sweepAll(): Promise<void> {
  await sweepPackets();
  await remindTakenBack();
  await sweepShown();
  await sendDue();
}
