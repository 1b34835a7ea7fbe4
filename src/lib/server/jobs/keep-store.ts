import { MINUTE } from '$core/time/moment';
import { collect } from '../blobs/collect';
import { scrub } from '../blobs/scrub';
import { clock } from '../clock';
import { dropOldData } from '../own/own-data';
import { sweepUploads } from '../uploads/sweep';

const EVERY = 10 * MINUTE;

/** Looks after stored bytes: every ten minutes, in one of the processes. One of the store's folders has its turn each time. */
export async function keepStore(): Promise<void> {
  await sweepUploads();
  await scrub();
  await dropOldData();
  const turn = Math.floor(clock.now() / EVERY) % 256;
  await collect(turn.toString(16).padStart(2, '0'));
}
