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
  /** Points or a remark were kept for later. */
  begun: boolean;
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
