import type { Holding } from '../packets/custody';
import type { Moment } from '../time/moment';

/** One round that waits with a teacher. */
export interface WaitingRound {
  packetId: string;
  student: string;
  assignmentId: string;
  title: string;
  courseTitle: string;
  emblem: string;
  round: number;
  since: Moment;
  lateSeconds: number;
  /** Somebody of the course's teachers has looked into it. */
  opened: boolean;
  /** The student asks for it. */
  askedBack: boolean;
  /** Points or a remark were kept for later. */
  begun: boolean;
  /** The student works on the round after it. */
  revising: boolean;
  /** The stage that it is at, where it passes stages. */
  stage: string | null;
  /** The student reminded, and nobody has answered. */
  reminded: boolean;
}

/** A round that its student took back, and has not submitted again. */
export interface TakenBack {
  packetId: string;
  student: string;
  title: string;
  since: Moment;
  due: Moment | null;
  /** It stands again by itself when the due moment passes. */
  returns: boolean;
}

/** An assignment of which rounds wait. */
export interface WaitingHeap {
  assignmentId: string;
  title: string;
  courseTitle: string;
  waiting: number;
}

/** Where one goes from a packet at the marking desk. `place`: counted from 1; 0 for one that does not wait. */
export interface MarkingRun {
  before: string | null;
  next: string | null;
  place: number;
  waiting: number;
}

/** One student of a class on one assignment. */
export interface ClassLine extends Holding {
  studentId: string;
  student: string;
  packetId: string | null;
  rounds: number;
  due: Moment | null;
  extended: boolean;
  since: Moment | null;
  given: number | null;
  kept: number | null;
  /** Until when what the student sealed may still arrive; null where nothing is sealed. */
  sealUntil: Moment | null;
  /** The seal ran out, and nothing was submitted since. */
  ranOut: boolean;
  /** What the student says about handing it over in person; null where they do not. */
  claim: string | null;
  /** The student asks for the standing round. */
  askedBack: boolean;
  /** Minutes for questions beside what everybody has. */
  extraMinutes: number;
}

/** How the class stands on an assignment that a teacher set. */
export interface SetAssignment {
  assignmentId: string;
  title: string;
  courseTitle: string;
  emblem: string;
  due: Moment | null;
  students: number;
  withTeacher: number;
  settled: number;
}
