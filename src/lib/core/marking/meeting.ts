import type { Moment } from '../time/moment';

/** A teacher's wish to see a student about a round, instead of returning it. The work stays where it is until then. */
export interface Meeting {
  id: string;
  round: number;
  /** Moments that the teacher has time, in order. */
  offered: Moment[];
  place: string;
  words: string;
  by: string;
  at: Moment;
  /** The moment that the student took; null while they have not, or where none was possible. */
  accepted: Moment | null;
  /** What the student said to it. */
  said: string;
  answeredAt: Moment | null;
}

/** Moments of one offer. */
export const MOST_OFFERED = 5;

export type MeetingState = 'offered' | 'agreed' | 'none-possible' | 'past';

/** How it stands: a meeting that was agreed is past an hour after its moment; an offer, when its last moment has come. */
export function meetingState({ offered, accepted, answeredAt }: Meeting, now: Moment): MeetingState {
  if (accepted !== null) return now > accepted + 3_600_000 ? 'past' : 'agreed';
  if (answeredAt !== null) return 'none-possible';
  return now > (offered.at(-1) ?? 0) ? 'past' : 'offered';
}
