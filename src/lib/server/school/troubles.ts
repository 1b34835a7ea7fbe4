import { mayForSchool, type Actor } from '$core/people/policy';
import { readDamaged, type Damaged } from '../blobs/damage';
import { hasRoom } from '../blobs/disk';
import { readFailedMails, tryAgain, type FailedMail } from '../mail/failed-mails';
import { NotHere } from '../outcome';

/** What the school as a whole suffers from. */
export interface Troubles {
  mails: FailedMail[];
  damaged: Damaged[];
  /** No files are taken in any more: what is left of the disk is kept for submits. */
  diskFull: boolean;
}

/** @throws NotHere for anybody but the office */
export async function readTroubles(person: Actor): Promise<Troubles> {
  mustSee(person);
  const [mails, damaged, room] = await Promise.all([readFailedMails(), readDamaged(), hasRoom(0)]);
  return { mails, damaged, diskFull: !room };
}

/** Tries a mail that failed for good once more, from the beginning. */
export async function sendAgain(person: Actor, mailId: string): Promise<void> {
  mustSee(person);
  await tryAgain(mailId);
}

function mustSee(person: Actor): void {
  if (!mayForSchool(person, 'see-troubles')) throw new NotHere('This page');
}
