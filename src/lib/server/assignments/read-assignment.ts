import { z } from 'zod';
import { holding, type Custody, type Holding } from '$core/packets/custody';
import { blank, fold } from '$core/packets/fold';
import type { Choosing, Together } from '$core/parties/views';
import type { FloorKept } from '$core/threads/views';
import type { Meeting } from '$core/marking/meeting';
import type { WaitReminder } from '$core/marking/waiting';
import type { Judged } from '$core/judging/credits';
import { trackMoves, type TrackMove } from '$core/packets/track-moves';
import type { DeliverableView, MarkView, RoundView } from '$core/packets/views';
import type { PieceView } from '$core/pieces/piece';
import { may, type Actor, type CourseRole } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { clock } from '../clock';
import { jsonRows, select, ms } from '../db/connection';
import { NotHere } from '../outcome';
import { joinPacketOf } from '../parties/party';
import { UNREAD } from '../lines/projection';
import { readHistory, readPieces } from '../packets/read-packet';
import { cleanBrief } from '../rich-text/brief';
import { DeliverableRow, deliverablesOf } from './deliverables';
import { ASSIGNMENT_COLUMNS, AssignmentFacts, isShown, termsOf } from '../packets/facts';

/** What anyone in the course reads of an assignment. */
export interface AssignmentView {
  facts: AssignmentFacts;
  unitTitle: string | null;
  briefHtml: string;
  deliverables: DeliverableView[];
  teachers: string[];
  role: CourseRole;
  /** Through which the reader hands work over here, where they study. */
  partyId: string;
  /** The reader's own packet; null before it was laid out. */
  own: { id: string; unread: boolean } | null;
  /** How its open floor is kept. */
  floorKept: FloorKept;
  /** With whom the reader hands over; null for whoever does alone. */
  together: Together | null;
  /** Students choose their party themselves; null where they do not. */
  choosing: Choosing | null;
}

/** The student's own packet on an assignment. */
export interface OwnPacketView {
  /** Null before it was laid out. */
  id: string | null;
  custody: Custody;
  holding: Holding;
  pieces: PieceView[];
  rounds: RoundView[];
  marks: MarkView[];
  moves: TrackMove[];
  credits: Judged[];
  reminders: WaitReminder[];
  meetings: Meeting[];
  /** Something came back since the student last looked. */
  unread: boolean;
  now: Moment;
}

/**
 * The assignment as this person may read it.
 *
 * @throws NotHere when it does not exist, is not published, or is in a course of others
 */
export async function readAssignment(person: Actor, assignmentId: string): Promise<AssignmentView> {
  const [row] = await select(AssignmentRow, ASSIGNMENT, [assignmentId, person.id]);
  if (
    !row ||
    !may(person, 'read-assignment', { courseRole: row.role, published: isShown(row, clock.now()) }) ||
    !row.role
  )
    throw new NotHere('This assignment');
  const { unitTitle, briefHtml, deliverables, teachers, role, partyId, own, together, choosing, floorKept, ...facts } =
    row;
  const shared = { partyId, own, together, choosing, floorKept };
  return { facts, unitTitle, briefHtml: cleanBrief(briefHtml), deliverables, teachers, role, ...shared };
}

/** The reader's own packet on an assignment that they have read, or an untouched one where they have not begun. */
export async function readOwnPacket({ facts, own }: Pick<AssignmentView, 'facts' | 'own'>): Promise<OwnPacketView> {
  const now = clock.now();
  const row = own;
  if (!row) {
    const custody = blank(termsOf(facts));
    const nothing = { pieces: [], rounds: [], marks: [], moves: [], credits: [], unread: false };
    const said = { reminders: [], meetings: [] };
    return { id: null, custody, holding: holding(custody, now), ...nothing, ...said, now };
  }
  const [pieces, { log, ...history }] = await Promise.all([readPieces(row.id), readHistory(row.id)]);
  const custody = fold(termsOf(facts), log);
  const moves = trackMoves(log);
  const { id, unread } = row;
  return { id, custody, holding: holding(custody, now), pieces, ...history, moves, unread, now };
}

/** The zone of an assignment's course: its wall clock is the one that teachers set moments by. */
export async function courseZoneOf(assignmentId: string): Promise<string> {
  const [row] = await select(
    z.object({ zone: z.string() }),
    'select c.zone from assignments a join courses c on c.id = a.course_id where a.id = $1',
    [assignmentId]
  );
  if (!row) throw new NotHere('This assignment');
  return row.zone;
}

/** The same of a packet. Nothing of it is told: whoever acts on it is asked then. */
export async function courseZoneOfPacket(packetId: string): Promise<string> {
  const [row] = await select(
    z.object({ zone: z.string() }),
    `select c.zone from packets p join assignments a on a.id = p.assignment_id join courses c on c.id = a.course_id
     where p.id = $1`,
    [packetId]
  );
  if (!row) throw new NotHere('This packet');
  return row.zone;
}

const AssignmentRow = AssignmentFacts.extend({
  unitTitle: z.string().nullable(),
  briefHtml: z.string(),
  teachers: z.array(z.string()),
  deliverables: z.array(DeliverableRow),
  partyId: z.string(),
  own: z.object({ id: z.string(), unread: z.boolean() }).nullable(),
  together: z.custom<Together>().nullable(),
  choosing: z.custom<Choosing>().nullable(),
  floorKept: z.custom<FloorKept>(),
  role: z.enum(['student', 'teacher']).nullable()
});

/** Everyone of the party of the packet `p`, where it has several, and who of them has looked since a piece last came or went. */
const TOGETHER = `case when p.party_id <> $2::uuid then (select json_build_object('name', y.name, 'members', (
    select json_agg(json_build_object('id', s.id, 'name', s.name, 'me', s.id = $2, 'looked', coalesce(l.seq >= (
        select coalesce(max(v.seq), 0) from custody_events v where v.packet_id = p.id and v.type in ('piece-added', 'piece-removed')), false))
      order by s.sort_name)
    from party_members m join people s on s.id = m.person_id
    left join party_looks l on l.packet_id = p.id and l.person_id = m.person_id where m.party_id = y.id),
  'openParts', (select coalesce(json_agg(json_build_object('title', t.title, 'mine', coalesce(t.person_id = $2, false)) order by t.position), '[]')
    from pieces i join page_parts t on t.piece_id = i.id where i.packet_id = p.id and t.finished_at is null),
  'mine', case when mr.packet_id is not null and p.phase = 'settled' then json_build_object('points', mr.points::float8, 'remark', mr.remark) end)
  from parties y where y.id = p.party_id) end`;

/** How the open floor is kept, and what the reader has said on it. */
const FLOOR_KEPT = `json_build_object('hides', a.floor_hides, 'closed', a.floor_closed_at is not null, 'posted',
  (select json_build_object(
    'words', coalesce(max(array_length(regexp_split_to_array(trim(o.body), '\\s+'), 1)) filter (where o.answers_to is null), 0),
    'files', coalesce(sum(n.files) filter (where o.answers_to is null), 0),
    'recordings', coalesce(sum(n.recordings) filter (where o.answers_to is null), 0),
    'answered', count(distinct q.by_person) filter (where q.by_person <> $2))
  from posts o left join posts q on q.id = o.answers_to and q.taken_down_at is null
  cross join lateral (select count(*) filter (where b.media_type !~ '^(audio|video)/')::int as files,
    count(*) filter (where b.media_type ~ '^(audio|video)/')::int as recordings
    from post_files f join blobs b on b.sha256 = f.sha256 where f.post_id = o.id) n
  where o.assignment_id = a.id and o.party_id is null and o.by_person = $2 and o.taken_down_at is null))`;

const ASSIGNMENT = `
  select ${ASSIGNMENT_COLUMNS}, u.title as "unitTitle", a.brief_html as "briefHtml", e.role,
    array(select t.name from enrolments te join people t on t.id = te.person_id
      where te.course_id = a.course_id and te.role = 'teacher' and te.left_at is null order by t.sort_name) as teachers,
    ${jsonRows(deliverablesOf('a.id', 'coalesce(p.extra_minutes, 0)'))} as deliverables, coalesce(p.party_id, $2::uuid) as "partyId",
    case when p.id is not null then json_build_object('id', p.id, 'unread', ${UNREAD}) end as own,
    ${TOGETHER} as together, case when a.party_size is not null then json_build_object('size', a.party_size, 'until', ${ms('a.party_until')}) end as choosing,
    ${FLOOR_KEPT} as "floorKept"
  from assignments a join courses c on c.id = a.course_id
  left join units u on u.id = a.unit_id
  left join enrolments e on e.course_id = a.course_id and e.person_id = $2 and e.left_at is null
  ${joinPacketOf('$2', 'a.id')}
  where a.id = $1`;
