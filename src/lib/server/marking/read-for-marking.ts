import { z } from 'zod';
import type { Criterion } from '$core/assignments/rubric';
import { activeSeal, holding, roundsLeft, type Custody, type Holding, type Seal } from '$core/packets/custody';
import type { MarkView, RoundView } from '$core/packets/views';
import type { Meeting } from '$core/marking/meeting';
import type { WaitReminder } from '$core/marking/waiting';
import { fold } from '$core/packets/fold';
import type { Judged } from '$core/judging/credits';
import { stageOf } from '$core/judging/stages';
import { type Stage } from '$core/judging/track';
import { trackMoves, type TrackMove } from '$core/packets/track-moves';
import { may, type Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { ASSIGNMENT_COLUMNS, AssignmentFacts, termsOf } from '../packets/facts';
import { checksOfRound } from '$core/checks/run-checks';
import { DeliverableRow, deliverablesOf } from '../assignments/deliverables';
import { clock } from '../clock';
import { ms, select } from '../db/connection';
import { sittingOf } from '../offices/sitting';
import { NotHere } from '../outcome';
import { MARKED_NAME, membersOf } from '../parties/party';
import { withoutNames } from '../packets/without-names';
import { readHistory } from '../packets/read-packet';
import { markedRound } from './marked-round';
import { othersAt } from './presence';
import { readRubric } from './rubric';
import { readOwnMarks, type OwnMark } from './second-marks';

/** A packet as its teacher marks it. */
export interface MarkingView {
  packetId: string;
  student: string;
  facts: AssignmentFacts;
  holding: Holding;
  /** Effective moments, with this student's extensions. */
  due: Moment | null;
  closes: Moment | null;
  roundsLeft: number | null;
  standing: number | null;
  /** Nobody of the course's teachers has looked into the standing round. */
  unopened: boolean;
  rounds: RoundView[];
  marks: MarkView[];
  draft: MarkDraft | null;
  /** The student asks for the standing round. */
  handBack: Custody['handBack'];
  /** The next round, sealed and still arriving. */
  seal: Seal | null;
  criteria: Criterion[];
  /** The levels noted for the standing or settled round; `points`: between two of them. */
  levels: Array<{ level: string; points: number | null }>;
  deliverables: Array<{ id: string; title: string }>;
  /** What the checks say of the round that is marked. */
  checked: string[];
  /** Who wrote it, where that is one person and their name is no secret. */
  studentId: string | null;
  /** The reader teaches the course; otherwise they sit in the office that has it. */
  teaches: boolean;
  /** The stage that it is at, and how it came there; null where it passes none. */
  stage: Stage | null;
  /** Since when it is there; null while nothing has moved. */
  since: Moment | null;
  moves: TrackMove[];
  /** What was said to the activities of the round. */
  credits: Judged[];
  /** What passed about the standing round while it waits. */
  reminder: WaitReminder | null;
  meeting: Meeting | null;
  /** Others who have it before them. */
  others: string[];
  /** What this teacher and another have noted by themselves, where two mark. */
  ownMarks: OwnMark[];
  now: Moment;
}

/** What was kept for later. */
interface MarkDraft {
  points: number | null;
  remark: string;
  waived: string | null;
  otherwise: string | null;
  /** When it goes back by itself. */
  returnAt: Moment | null;
}

/** A packet with its rounds, as the teacher may see it: nothing that was not submitted. */
export async function readForMarking(person: Actor, packetId: string): Promise<MarkingView> {
  const [row] = await select(PacketRow, PACKET, [packetId, person.id]);
  if (!row || !may(person, 'mark-round', { courseRole: row.role, office: row.office }))
    throw new NotHere('This packet');
  const { student, role, members, office: _office, ...facts } = row;
  const now = clock.now();
  const [{ log, rounds, marks, credits, reminders, meetings }, drafts, rubric, deliverables, others] =
    await Promise.all([
      readHistory(packetId, true),
      select(DraftRow, DRAFT, [packetId]),
      readRubric(facts.assignmentId, packetId),
      select(DeliverableRow, deliverablesOf('$1'), [facts.assignmentId]),
      othersAt(packetId, person)
    ]);
  const custody = fold(termsOf(facts), log);
  const draft = drafts.find((d) => d.round === custody.standing) ?? null;
  const nameless = facts.nameless && custody.phase !== 'settled';
  const shown = nameless ? rounds.map(withoutNames) : rounds;
  const marked = shown.find(({ no }) => no === markedRound(custody));
  const about = { custody, deliverables, title: facts.title, courseZone: facts.zone, now };
  return {
    packetId,
    student,
    facts,
    holding: holding(custody, now),
    due: custody.terms.due,
    closes: custody.terms.closes,
    roundsLeft: roundsLeft(custody),
    standing: custody.standing,
    unopened: custody.rounds.some(({ no, opened }) => no === custody.standing && !opened),
    rounds: shown,
    marks,
    draft,
    handBack: custody.handBack,
    seal: activeSeal(custody, now),
    ...rubric,
    deliverables,
    checked: marked ? checksOfRound({ ...about, pieces: marked.pieces }).map(({ words }) => words) : [],
    studentId: nameless || members.length !== 1 ? null : (members[0] ?? null),
    teaches: role === 'teacher',
    stage: stageOf(custody.terms.stages, custody.stage),
    since: custody.stage?.since ?? custody.since,
    moves: trackMoves(log),
    credits,
    reminder: reminders.find(({ round }) => round === custody.standing) ?? null,
    meeting: meetings.find(({ round }) => round === custody.standing) ?? null,
    others,
    ownMarks: facts.secondMarker ? await readOwnMarks(packetId, custody.standing, person.id) : [],
    now
  };
}

const PacketRow = AssignmentFacts.extend({
  student: z.string(),
  role: z.enum(['student', 'teacher']).nullable(),
  members: z.array(z.string()),
  office: z.enum(['now', 'track']).nullable()
});
const PACKET = `
  select ${ASSIGNMENT_COLUMNS}, ${MARKED_NAME} as student, e.role, ${membersOf('p.party_id')} as members, ${sittingOf('p', 'a', '$2')} as office
  from packets p join assignments a on a.id = p.assignment_id join courses c on c.id = a.course_id
  left join enrolments e on e.course_id = a.course_id and e.person_id = $2 and e.left_at is null
  where p.id = $1`;

const DraftRow = z.object({
  round: z.number(),
  points: z.number().nullable(),
  remark: z.string(),
  waived: z.string().nullable(),
  otherwise: z.string().nullable(),
  returnAt: z.number().nullable()
});
const DRAFT = `select round_no as round, points::float8 as points, remark, waived, otherwise,
  ${ms('return_at')} as "returnAt" from marks
  where packet_id = $1 and returned_at is null and round_no is not null`;
