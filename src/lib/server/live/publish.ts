import { topics } from '$core/live/topics';
import { pageTopic } from '$core/live/written-to';
import type { CustodyEventType } from '$core/packets/events';
import type { Tx } from '../db/connection';
import { announce, type Change } from './announce';

/** Something that happened, as far as open pages are concerned. */
export type Happening =
  /** Events were written into a packet's log. */
  | { what: 'custody'; packet: PacketNews; events: readonly CustodyEventType[] }
  /** Pieces of a working packet were named, noted or moved. */
  | { what: 'pieces-arranged'; packet: PacketNews }
  /** Something was noted on a round, or its student dealt with it. Without members: they see nothing of it yet. */
  | { what: 'remarked'; packet: PacketNews }
  /** Another teacher opened it, to mark it. */
  | { what: 'at-work'; packet: PacketNews }
  /** A student was given more time for questions. */
  | { what: 'extra-time'; packet: PacketNews }
  /** Something was written on a page of a working packet; `seq`: its count since. */
  | { what: 'written'; packet: PacketNews; pieceId: string; seq: number }
  /** Something of a person's own plan changed. */
  | { what: 'plan'; personId: string }
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
  /** Who sits in an office of its stages. */
  seated?: readonly string[];
  facts: { assignmentId: string; courseId: string; followsDrafts: boolean };
}

/** Tells the open pages that show it, when the transaction commits. */
export function publish(happening: Happening, tx?: Tx): Promise<void> {
  return announce(audienceOf(happening), tx);
}

/** What happens to a draft alone. */
const PRIVATE: ReadonlySet<CustodyEventType> = new Set(['opened', 'piece-added', 'piece-removed']);

/** Whom something concerns, and which of their pages: the one place that knows. */
export function audienceOf(happening: Happening): Change {
  // Each entry takes exactly the happening of its own key; TypeScript cannot follow that through the lookup.
  const audience = AUDIENCES[happening.what] as (one: Happening) => Change;
  return audience(happening);
}

type Audiences = { [W in Happening['what']]: (one: Extract<Happening, { what: W }>) => Change };

const AUDIENCES: Audiences = {
  custody({ packet, events }) {
    const about = [topics.assignment(packet.facts.assignmentId), topics.work];
    return events.every((type) => PRIVATE.has(type)) ? ofDraft(packet, about) : ofPacket(packet, about);
  },
  'pieces-arranged': ({ packet }) => ofDraft(packet, [topics.assignment(packet.facts.assignmentId)]),
  remarked: ({ packet }) => ofPacket(packet, [topics.assignment(packet.facts.assignmentId)]),
  // Its student hears nothing of it.
  'at-work': ({ packet }) => ({
    ...ofPacket({ ...packet, members: [] }, [topics.assignment(packet.facts.assignmentId)])
  }),
  'extra-time': ({ packet }) => ofPacket(packet, [topics.assignment(packet.facts.assignmentId)]),
  // Whoever has it open: nobody reads a draft as it is typed, but those who write it.
  written: ({ packet, pieceId, seq }) => ({ people: packet.members, about: [pageTopic(pieceId, seq)] }),
  plan: ({ personId }) => ({ people: [personId], about: [topics.plan] }),
  shelf: ({ personId }) => ({ people: [personId], about: [topics.shelf] }),
  'upload-dropped': ({ personId, assignmentId }) => ({
    people: [personId],
    about: [assignmentId === null ? topics.shelf : topics.assignment(assignmentId)]
  }),
  said({ on, courseId, people }) {
    // Asides are listed in their course, for its teachers.
    const about = [pageOf(on), topics.course(courseId)];
    return people === null ? { course: courseId, about } : { people, teachersOf: courseId, about };
  },
  heard: ({ authors, on }) => ({ people: authors, about: on.map(pageOf) }),
  'course-shaped': ({ courseId }) => ({
    course: courseId,
    about: [topics.outline(courseId), topics.course(courseId), topics.work, topics.courses]
  }),
  'assignment-changed': ({ assignmentId, courseId }) => ({
    course: courseId,
    about: [topics.assignment(assignmentId), topics.course(courseId), topics.work]
  }),
  enrolment: ({ personId, courseId }) => ({
    people: [personId],
    teachersOf: courseId,
    about: [topics.course(courseId), topics.courses, topics.work]
  }),
  invited: ({ people }) => ({ people, about: [topics.courses] }),
  tidings: ({ people }) => ({ people, about: [topics.tidings] })
};

/** Both sides see where the packet stands. */
const ofPacket = ({ members, seated = [], facts }: PacketNews, about: string[]): Change => ({
  people: [...members, ...seated],
  teachersOf: facts.courseId,
  about
});

/** What is not submitted is the student's own side's, and the teachers' only where they follow drafts. */
const ofDraft = (packet: PacketNews, about: string[]): Change =>
  packet.facts.followsDrafts ? ofPacket(packet, about) : { people: packet.members, about };

const pageOf = ({ on, id }: SaidOn): string => topics[on](id);
