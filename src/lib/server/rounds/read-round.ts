import { z } from 'zod';
import type { RoundView } from '$core/packets/views';
import { may, type Actor, type CourseRole } from '$core/people/policy';
import { KINDS } from '$core/pieces/kinds';
import { pairPieces, type ComparedPiece, type Pair } from '$core/rounds/pairs';
import type { Moment } from '$core/time/moment';
import { ASSIGNMENT_COLUMNS, AssignmentFacts } from '../packets/facts';
import { clock } from '../clock';
import { select } from '../db/connection';
import { sittingOf } from '../offices/sitting';
import { NotHere } from '../outcome';
import { isNameless, MARKED_NAME, PARTY_NAME } from '../parties/party';
import { codedName, withoutNames } from '../packets/without-names';
import { readHistory } from '../packets/read-packet';

/** A round as the teacher sees it, and the student exactly so. */
export interface RoundPage {
  packetId: string;
  student: string;
  facts: AssignmentFacts;
  reader: CourseRole;
  round: RoundView;
  /** The numbers of all rounds, for comparing. */
  all: number[];
  /** What became of each piece since the round that it is held against; null where it is looked at alone. */
  beside: { round: RoundView; pairs: Pair[] } | null;
  places: Array<{ id: string; title: string }>;
  now: Moment;
}

/**
 * One round of a packet, for the student whose it is and for the course's teachers.
 *
 * @param beside the number of the round to hold it against
 * @throws NotHere where there is no such round for this person
 */
export async function readRound(
  person: Actor,
  packetId: string,
  no: number,
  beside: number | null
): Promise<RoundPage> {
  const [row] = await select(PacketRow, PACKET, [packetId, person.id]);
  if (!row || !may(person, 'read-round', { courseRole: row.role, ownsPacket: row.owns, office: row.office }))
    throw new NotHere('This round');
  const { student, role, owns: _owns, office: _office, masked, places, ...facts } = row;
  const [history, contents] = await Promise.all([readHistory(packetId), select(ContentRow, CONTENTS, [packetId])]);
  const rounds = masked ? history.rounds.map(withoutNames) : history.rounds;
  const find = (wanted: number) => rounds.find((one) => one.no === wanted);
  const round = find(no);
  const other = beside === null || beside === no ? undefined : find(beside);
  if (!round) throw new NotHere('This round');
  const piecesOf = (of: number) =>
    contents
      .filter((piece) => piece.round === of)
      .map(({ round: _round, ...piece }, i) => (masked ? { ...piece, name: codedName(piece.name, i + 1) } : piece));
  const [earlier, later] = other && other.no > no ? [no, other.no] : [other?.no ?? no, no];
  return {
    packetId,
    student,
    facts,
    reader: role ?? 'teacher',
    round,
    all: rounds.map((one) => one.no).sort((a, b) => a - b),
    beside: other ? { round: other, pairs: pairPieces<ComparedPiece>(piecesOf(earlier), piecesOf(later)) } : null,
    places,
    now: clock.now()
  };
}

const PacketRow = AssignmentFacts.extend({
  student: z.string(),
  role: z.enum(['student', 'teacher']).nullable(),
  owns: z.boolean(),
  office: z.enum(['now', 'track']).nullable(),
  /** The reader marks it, and is not to learn whose it is. */
  masked: z.boolean(),
  places: z.array(z.object({ id: z.string(), title: z.string() }))
});
const PACKET = `
  select ${ASSIGNMENT_COLUMNS}, e.role,
    case when e.role = 'student' then ${PARTY_NAME} else ${MARKED_NAME} end as student,
    e.role is distinct from 'student' and ${isNameless()} as masked,
    exists (select 1 from party_members m where m.party_id = p.party_id and m.person_id = $2) as owns,
    ${sittingOf('p', 'a', '$2')} as office,
    coalesce((select json_agg(json_build_object('id', d.id, 'title', d.title) order by d.position) from deliverables d
      where d.assignment_id = a.id), '[]') as places
  from packets p join assignments a on a.id = p.assignment_id join courses c on c.id = a.course_id
  left join enrolments e on e.course_id = a.course_id and e.person_id = $2 and e.left_at is null
  where p.id = $1`;

const ContentRow = z.object({
  round: z.number(),
  id: z.string(),
  deliverableId: z.string().nullable(),
  name: z.string(),
  kind: z.enum(KINDS),
  content: z.string()
});
const CONTENTS = `
  select p.round_no as round, p.id, p.deliverable_id as "deliverableId", p.name, p.kind,
    coalesce(p.sha256, p.url || ' ' || coalesce(l.text_sha256, ''), '') as content
  from round_pieces p left join link_looks l on l.id = p.look_id
  where p.packet_id = $1 order by p.position, p.id`;
