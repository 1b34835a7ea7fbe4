import type { Kind } from '$core/tidings/kinds';
import type { TidingFacts } from '$core/tidings/views';
import type { OpenPacket } from './open-packet';
import { tell } from '../tidings/tell';

interface PacketNews {
  kind: Kind;
  facts?: Omit<TidingFacts, 'by'>;
  /** Part of the page that it leads to. */
  part?: 'came-back' | 'packet' | 'rounds' | 'ask';
  /** See `News`. */
  read?: boolean;
}

/** Tells the student whose packet it is. Under the packet's lock, in its transaction. */
export async function tellStudent(packet: OpenPacket, { kind, facts, part, read }: PacketNews): Promise<void> {
  const href = `/assignments/${packet.facts.assignmentId}${part ? `#${part}` : ''}`;
  await tell(
    { people: packet.members },
    { ...frame(packet, kind, facts), grouped: `${kind} ${packet.id}`, href, read },
    packet.tx
  );
}

/**
 * Tells the course's teachers what the student did. What several students do on one assignment is shown as one.
 *
 * @param to the place that it leads to: the student's rounds, or the class
 */
export async function tellTeachers(
  packet: OpenPacket,
  { kind, facts }: PacketNews,
  to: 'rounds' | 'class' = 'rounds'
): Promise<void> {
  const { assignmentId } = packet.facts;
  const href = to === 'rounds' ? `/marking/${packet.id}` : `/assignments/${assignmentId}`;
  const news = {
    ...frame(packet, kind, facts),
    grouped: `${kind} ${assignmentId}`,
    href,
    by: packet.members.includes(packet.person.id) ? packet.person.id : packet.wisher
  };
  await tell({ teachers: true }, news, packet.tx);
}

function frame(packet: OpenPacket, kind: Kind, facts: PacketNews['facts']) {
  const { courseId, assignmentId } = packet.facts;
  const about = `${kind} ${packet.id} ${facts?.round ?? ''} ${facts?.how ?? ''} ${packet.now}`;
  return { kind, about, courseId, assignmentId, facts, at: packet.now };
}
