import { toTheSecond } from '../time/words';
import type { Moment } from '../time/moment';
import type { Custody, Seal } from './custody';

/** What a seal means now, for the student whose packet it is. */
export function sealWords(seal: Seal, coming: number, zone: string): string {
  const files = coming === 1 ? '1 file is' : `${coming} files are`;
  return `Sealed ${toTheSecond(seal.at, zone)}. ${coming === 0 ? 'The last bytes are' : files} still arriving: if all is here by ${toTheSecond(seal.until, zone)}, it counts from the seal.`;
}

/** The same for the teacher, who has nothing of it yet. */
export function sealWordsForTeacher(seal: Pick<Seal, 'until'>, zone: string): string {
  return `Sealed, and still arriving until ${toTheSecond(seal.until, zone)} at the latest. You have nothing of it yet.`;
}

/** A seal that ran out, for as long as nothing was submitted since; null where none did. */
export function ranOutWords(custody: Pick<Custody, 'ranOutAt'>, zone: string): string | null {
  if (custody.ranOutAt === null) return null;
  return `The seal ran out at ${toTheSecond(custody.ranOutAt, zone)}: not everything had arrived, so nothing was submitted. What did arrive lies in the packet. Submit it again.`;
}

/** What submitting means for files that are still on their way. */
export function comingWords(count: number, followMinutes: number): string {
  const files = count === 1 ? '1 file is' : `${count} files are`;
  if (followMinutes === 0)
    return `${files} still on ${count === 1 ? 'its' : 'their'} way. A round submitted now goes without ${count === 1 ? 'it' : 'them'}.`;
  return `${files} still on ${count === 1 ? 'its' : 'their'} way. Submitting seals ${count === 1 ? 'it' : 'them'} now: the round counts from the seal, if all arrives within ${followMinutes} min.`;
}

/** The same in a line, where there is room for no more; the sheet before submitting says all of it. */
export function comingBriefly(count: number, followMinutes: number): string {
  const [files, them] = count === 1 ? ['1 file is', 'it'] : [`${count} files are`, 'them'];
  return `${files} on the way; submitting ${followMinutes === 0 ? `leaves ${them} out` : `seals ${them}`}`;
}

/** When a round that was sealed was whole, beside its moment; null for one that was there at once. */
export function arrivedWords(arrivedAt: Moment | null | undefined, zone: string): string | null {
  return arrivedAt === null || arrivedAt === undefined
    ? null
    : `sealed then, complete at ${toTheSecond(arrivedAt, zone)}`;
}
