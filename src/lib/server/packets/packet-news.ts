import type { Kind } from '$core/tidings/kinds';
import type { TidingFacts } from '$core/tidings/views';
import type { Moment } from '$core/time/moment';
import { stageOf } from '$core/judging/stages';
import { peopleOf } from '../offices/offices';
import { tell } from '../tidings/tell';
import type { OpenPacket } from './open-packet';

/** Something that happened to a packet and that somebody hears of. */
export type PacketHappening =
  | { what: 'submitted'; round: number; receipt: string }
  | { what: 'returned'; round: number; how: string }
  | { what: 'asking-back-answered'; round: number; how: 'handed' | 'kept' }
  | { what: 'extended'; due: Moment | null }
  | { what: 'excused' }
  | { what: 'claim-accepted' }
  | { what: 'claim-declined' }
  | { what: 'claim-incomplete' }
  | { what: 'seal-ran-out' }
  | { what: 'stands-again'; round: number }
  | { what: 'asked-back'; round: number; says: string }
  | { what: 'stage-moved'; to: string | null; back: boolean; goes: 'student' | 'office' | 'rest' }
  | { what: 'credits-granted'; says: string }
  | { what: 'reminded'; says: string }
  | { what: 'reminder-answered'; until: Moment | null; says: string }
  | { what: 'meeting-offered'; says: string }
  | { what: 'meeting-answered'; at: Moment | null; says: string }
  | { what: 'claimed' }
  | { what: 'remark-answered'; by: 'student' | 'teacher'; says: string };

/** What one side hears of it. */
interface Heard {
  kind: Kind;
  facts?: Omit<TidingFacts, 'by'>;
}
interface ByStudent extends Heard {
  to: 'student';
  /** Part of their page that it leads to. */
  part?: 'came-back' | 'packet' | 'rounds' | 'track' | 'credits' | 'waiting';
  /** See `News`. */
  read?: true;
}
interface ByTeachers extends Heard {
  to: 'teachers';
  /** Where it leads: to the student's rounds, or to the class. */
  place: 'rounds' | 'class';
}

interface ByOffice extends Heard {
  to: 'office';
}

type Hearing = {
  [W in PacketHappening['what']]: (
    one: Extract<PacketHappening, { what: W }>
  ) => Array<ByStudent | ByTeachers | ByOffice>;
};

/** Who hears of what happens to a packet, and where it leads them: the one place that knows. */
const HEARING: Hearing = {
  submitted: ({ round, receipt }) => [
    { to: 'office', kind: 'submitted', facts: { round } },
    // They did it themselves: only the mail matters.
    { to: 'student', kind: 'receipt', part: 'rounds', facts: { round, number: receipt }, read: true }
  ],
  returned: ({ round, how }) => [{ to: 'student', kind: 'returned', part: 'came-back', facts: { round, how } }],
  'asking-back-answered': ({ round, how }) => [
    { to: 'student', kind: 'handed-back', part: 'packet', facts: { round, how } }
  ],
  extended: ({ due }) => [{ to: 'student', kind: 'extended', facts: { due } }],
  excused: () => [{ to: 'student', kind: 'extended', facts: { how: 'excused' } }],
  'claim-accepted': () => [{ to: 'student', kind: 'claim', part: 'came-back', facts: { how: 'accepted' } }],
  'claim-declined': () => [{ to: 'student', kind: 'claim', part: 'packet', facts: { how: 'declined' } }],
  'claim-incomplete': () => [{ to: 'student', kind: 'claim', part: 'came-back', facts: { how: 'incomplete' } }],
  'seal-ran-out': () => [
    { to: 'student', kind: 'seal', part: 'packet' },
    { to: 'teachers', kind: 'seal', place: 'class' }
  ],
  'stands-again': ({ round }) => [
    { to: 'student', kind: 'stands-again', part: 'packet', facts: { round } },
    { to: 'teachers', kind: 'stands-again', place: 'rounds', facts: { round } }
  ],
  'asked-back': ({ round, says }) => [{ to: 'teachers', kind: 'asked-back', place: 'rounds', facts: { round, says } }],
  'remark-answered': ({ by, says }) => [
    by === 'student'
      ? { to: 'teachers', kind: 'remark', place: 'rounds', facts: { says } }
      : { to: 'student', kind: 'remark', part: 'came-back', facts: { says } }
  ],
  'stage-moved': ({ to, back, goes }) => [
    {
      to: 'student',
      kind: 'stage',
      part: 'track',
      facts: { how: back ? 'back' : goes === 'rest' ? 'through' : 'on', says: to ?? '' }
    },
    ...(goes === 'office' ? [{ to: 'office', kind: 'stage-here', facts: { says: to ?? '' } } as const] : [])
  ],
  'credits-granted': ({ says }) => [{ to: 'student', kind: 'credits', part: 'credits', facts: { says } }],
  reminded: ({ says }) => [{ to: 'office', kind: 'reminded', facts: { says } }],
  'reminder-answered': ({ until, says }) => [
    { to: 'student', kind: 'reminder-answered', part: 'waiting', facts: { due: until, says } }
  ],
  'meeting-offered': ({ says }) => [{ to: 'student', kind: 'meeting', part: 'waiting', facts: { says } }],
  'meeting-answered': ({ at, says }) => [{ to: 'office', kind: 'meeting', facts: { due: at, says } }],
  claimed: () => [{ to: 'teachers', kind: 'claim', place: 'class' }]
};

/** Tells whoever hears of it. Under the packet's lock, in its transaction. */
export async function tellAbout(packet: OpenPacket, happening: PacketHappening): Promise<void> {
  // Each entry takes exactly the happening of its own key; TypeScript cannot follow that through the lookup.
  const hearing = HEARING[happening.what] as (one: PacketHappening) => Array<ByStudent | ByTeachers | ByOffice>;
  await Promise.all(
    hearing(happening).map((heard) => {
      if (heard.to === 'student') return tellStudent(packet, heard);
      return heard.to === 'office' ? tellHolder(packet, heard) : tellTeachers(packet, heard);
    })
  );
}

function tellStudent(packet: OpenPacket, { kind, facts, part, read }: ByStudent) {
  const href = `/assignments/${packet.facts.assignmentId}${part ? `#${part}` : ''}`;
  const news = { ...frame(packet, kind, facts), grouped: `${kind} ${packet.id}`, href, read };
  return tell({ people: packet.members }, news, packet.tx);
}

/** Whoever has it: the office of its stage, else the course's teachers. */
async function tellHolder(packet: OpenPacket, heard: Heard) {
  const { stages } = packet.custody.terms;
  const office = stageOf(stages, packet.custody.stage)?.office;
  if (!office) return tellTeachers(packet, { ...heard, to: 'teachers', place: 'rounds' });
  const by = packet.members.includes(packet.person.id) ? packet.person.id : packet.wisher;
  const grouped = `${heard.kind} ${packet.facts.assignmentId}`;
  const news = {
    ...frame(packet, heard.kind, heard.facts),
    grouped,
    href: `/marking/${packet.id}`,
    ...byWhom(packet, by, heard.facts)
  };
  return tell({ people: await peopleOf(office.id, packet.tx) }, news, packet.tx);
}

/** What several students do on one assignment is shown as one. */
function tellTeachers(packet: OpenPacket, { kind, facts, place }: ByTeachers) {
  const { assignmentId } = packet.facts;
  const href = place === 'rounds' ? `/marking/${packet.id}` : `/assignments/${assignmentId}`;
  const by = packet.members.includes(packet.person.id) ? packet.person.id : packet.wisher;
  const news = {
    ...frame(packet, kind, facts),
    grouped: `${kind} ${assignmentId}`,
    href,
    ...byWhom(packet, by, facts)
  };
  return tell({ teachers: true }, news, packet.tx);
}

/** Who did it; where it is marked without names, only that a student did. */
function byWhom(packet: OpenPacket, by: string, facts: Heard['facts']) {
  return packet.facts.nameless ? { facts: { ...facts, by: 'A student' } } : { by };
}

function frame(packet: OpenPacket, kind: Kind, facts: Heard['facts']) {
  const { courseId, assignmentId } = packet.facts;
  const about = `${kind} ${packet.id} ${facts?.round ?? ''} ${facts?.how ?? ''} ${packet.now}`;
  return { kind, about, courseId, assignmentId, facts, at: packet.now };
}
