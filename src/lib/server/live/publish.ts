import { topics } from '$core/live/topics';
import type { CustodyEventType } from '$core/packets/events';
import type { Tx } from '../db/connection';
import { announce, type Change } from './announce';

/** Something that happened, as far as open pages are concerned. */
export type Happening =
  /** Events were written into a packet's log. */
  | { what: 'custody'; packet: PacketNews; events: readonly CustodyEventType[] }
  /** Pieces of a working packet were named, noted or moved. */
  | { what: 'pieces-arranged'; packet: PacketNews }
  /** Something of a person's own Shelf changed, or an upload of theirs was given up. */
  | { what: 'shelf'; personId: string }
  | { what: 'upload-dropped'; personId: string; assignmentId: string | null }
  /** Something was said, changed or taken back; `people`: the party of an aside, null on an open floor. */
  | { what: 'said'; on: SaidOn; courseId: string; people: readonly string[] | null }
  /** Somebody's words were read. */
  | { what: 'heard'; authors: readonly string[]; on: readonly SaidOn[] }
  | { what: 'course-shaped'; courseId: string }
  | { what: 'assignment-changed'; assignmentId: string; courseId: string }
  /** Somebody came into a course, left it, or was invited to it. */
  | { what: 'enrolment'; courseId: string; personId: string }
  | { what: 'invited'; people: readonly string[] }
  /** Tidings came, or were read. */
  | { what: 'tidings'; people: readonly string[] };

export interface SaidOn {
  on: 'assignment' | 'notice' | 'course';
  id: string;
}

interface PacketNews {
  members: readonly string[];
  facts: { assignmentId: string; courseId: string; followsDrafts: boolean };
}

/** Tells the open pages that show it, when the transaction commits. */
export function publish(happening: Happening, tx?: Tx): Promise<void> {
  return announce(audienceOf(happening), tx);
}

/** What only the student's own side can see of a packet, unless its teachers follow drafts. */
const PRIVATE: ReadonlySet<CustodyEventType> = new Set(['opened', 'piece-added', 'piece-removed']);

/** Whom something concerns, and which of their pages: the one place that knows. */
export function audienceOf(happening: Happening): Change {
  switch (happening.what) {
    case 'custody': {
      const { members: people, facts } = happening.packet;
      const hidden = !facts.followsDrafts && happening.events.every((type) => PRIVATE.has(type));
      const about = [topics.assignment(facts.assignmentId), topics.work];
      return hidden ? { people, about } : { people, teachersOf: facts.courseId, about };
    }
    case 'pieces-arranged': {
      const { members: people, facts } = happening.packet;
      const about = [topics.assignment(facts.assignmentId)];
      return facts.followsDrafts ? { people, teachersOf: facts.courseId, about } : { people, about };
    }
    case 'shelf':
      return { people: [happening.personId], about: [topics.shelf] };
    case 'upload-dropped': {
      const { personId, assignmentId } = happening;
      return { people: [personId], about: assignmentId === null ? [topics.shelf] : [topics.assignment(assignmentId)] };
    }
    case 'said': {
      const { on, courseId, people } = happening;
      // Asides are listed in their course, for its teachers.
      const about = [pageOf(on), topics.course(courseId)];
      return people === null ? { course: courseId, about } : { people, teachersOf: courseId, about };
    }
    case 'heard':
      return { people: happening.authors, about: happening.on.map(pageOf) };
    case 'course-shaped':
      return { course: happening.courseId, about: [topics.course(happening.courseId), topics.work, topics.courses] };
    case 'assignment-changed': {
      const { assignmentId, courseId } = happening;
      return { course: courseId, about: [topics.assignment(assignmentId), topics.course(courseId), topics.work] };
    }
    case 'enrolment': {
      const { personId, courseId } = happening;
      return {
        people: [personId],
        teachersOf: courseId,
        about: [topics.course(courseId), topics.courses, topics.work]
      };
    }
    case 'invited':
      return { people: happening.people, about: [topics.courses] };
    case 'tidings':
      return { people: happening.people, about: [topics.tidings] };
  }
}

const pageOf = ({ on, id }: SaidOn): string => topics[on](id);
