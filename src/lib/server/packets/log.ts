import { z } from 'zod';
import type { Custody, CustodyRound } from '$core/packets/custody';
import { CustodyDeed, type CustodyEvent } from '$core/packets/events';
import { lateness } from '$core/lateness/lateness';
import { stageOf, stagePlace } from '$core/judging/stages';
import { countingMark } from '$core/grades/counting';
import { COUNTS } from '$core/packets/terms';
import { execute, ms, select, type Tx } from '../db/connection';
import { named } from '../db/named';

/** Everything that happened to a packet, in order. */
export async function readLog(packetId: string, tx?: Tx): Promise<CustodyEvent[]> {
  return (await select(LogRow, LOG, [packetId], tx)).map(asEvent);
}

export const LogRow = z.object({
  type: z.string(),
  data: z.record(z.string(), z.unknown()),
  at: z.number(),
  by: z.string()
});
/** The log of the packet `$1`, as SQL. */
export const LOG = `
  select type, data, ${ms('at')} as at, by_person as by from custody_events where packet_id = $1 order by seq`;

/** An event as its row holds it. */
export const asEvent = ({ type, data, at, by }: z.infer<typeof LogRow>): CustodyEvent => ({
  ...CustodyDeed.parse({ ...data, type }),
  at,
  by
});

/**
 * Appends events and brings the projection along, in the caller's transaction and under its lock on the packet.
 *
 * @param zone the course's zone, for the lateness of a new round
 */
export async function appendLog(
  packet: { id: string; lastSeq: number; zone: string },
  events: CustodyEvent[],
  before: Custody,
  after: Custody,
  tx: Tx
): Promise<void> {
  if (events.length === 0) return;
  await Promise.all([
    execute(APPEND, [packet.id, packet.lastSeq, ...columns(events)], tx),
    ...projectRounds(packet, events, before, after, tx),
    execute(PROJECT.sql, PROJECT.bind(projected(packet, after, events)), tx),
    before.rounds !== after.rounds || before.nominated !== after.nominated ? projectLatest(packet.id, tx) : null
  ]);
}

const APPEND = `
  insert into custody_events (packet_id, seq, type, at, by_person, data)
  select $1, $2 + e.place, e.type, e.at, e.by_person, e.data
  from unnest($3::text[], $4::timestamptz[], $5::uuid[], $6::jsonb[])
    with ordinality as e(type, at, by_person, data, place)`;

/** Events as the arrays that APPEND unfolds. */
function columns(events: CustodyEvent[]) {
  const rows = events.map(({ type, at, by, ...data }) => ({ type, at: new Date(at), by, data: JSON.stringify(data) }));
  return [
    rows.map(({ type }) => type),
    rows.map(({ at }) => at),
    rows.map(({ by }) => by),
    rows.map(({ data }) => data)
  ];
}

/**
 * Brings along what lists show of a packet's rounds and results: the round that stands or settled it, else the latest,
 * and the mark that counts. To be called after rounds or returned marks have changed.
 */
export async function projectLatest(packetId: string, tx: Tx): Promise<void> {
  const marks = await select(MarkRow, MARKS, [packetId], tx);
  const [rule] = marks;
  const counting = rule ? countingMark(marks, rule.counts, rule.nominated) : null;
  await execute(
    `update packets set
       (round_no, late_seconds) = (select no, late_seconds from rounds where packet_id = $1
         order by (state in ('standing', 'settled')) desc, no desc limit 1),
       given = $2, kept = $3
     where id = $1`,
    [packetId, counting?.points ?? null, counting?.kept ?? null],
    tx
  );
}

const MarkRow = z.object({
  round: z.number().nullable(),
  points: z.number().nullable(),
  kept: z.number(),
  at: z.number(),
  counts: z.enum(COUNTS),
  nominated: z.number().nullable()
});
const MARKS = `
  select m.round_no as round, m.points::float8 as points, m.kept::float8 as kept, ${ms('m.returned_at')} as at, a.counts,
    p.nominated
  from marks m join packets p on p.id = m.packet_id join assignments a on a.id = p.assignment_id
  where m.packet_id = $1 and m.returned_at is not null`;

/** What lists show of the packet itself. An extension is its own moment from then on; what it does not name stays. */
const PROJECT = named<ReturnType<typeof projected>>(`
  update packets set last_seq = :lastSeq, phase = :phase, pieces = :pieces, standing_round = :standing,
    settled_by = :settledBy, excused = :excused, in_person = :inPerson, last_move = :lastMove, since_at = :since,
    seal_until = :sealUntil, ran_out_at = :ranOutAt, comes_back = :comesBack, nominated = :nominated,
    claimed_at = :claimedAt, asked_back_at = :askedBackAt,
    stage_id = :stage, stage_place = :place::jsonb, office_id = :office,
    due_extended = due_extended or :movesDue,
    due_at = case when :movesDue then :due::timestamptz else due_at end,
    closes_extended = closes_extended or :movesCloses,
    closes_at = case when :movesCloses then :closes::timestamptz else closes_at end
  where id = :id`);

function projected(packet: { id: string; lastSeq: number }, custody: Custody, events: CustodyEvent[]) {
  const extensions = events.filter((event) => event.type === 'extended');
  const due = extensions.findLast((event) => event.due !== undefined)?.due;
  const closes = extensions.findLast((event) => event.closes !== undefined)?.closes;
  return {
    id: packet.id,
    lastSeq: packet.lastSeq + events.length,
    phase: custody.phase,
    pieces: custody.pieces,
    standing: custody.standing,
    settledBy: custody.phase === 'settled' ? custody.settledBy : null,
    excused: custody.excused,
    inPerson: custody.inPerson,
    lastMove: custody.lastMove,
    since: date(custody.since),
    sealUntil: date(custody.seal?.until ?? null),
    ranOutAt: date(custody.ranOutAt),
    comesBack: custody.comesBack,
    nominated: custody.nominated,
    claimedAt: date(custody.claimed?.at ?? null),
    askedBackAt: date(custody.handBack?.at ?? null),
    ...onTrack(custody),
    movesDue: due !== undefined,
    due: date(due ?? null),
    movesCloses: closes !== undefined,
    closes: date(closes ?? null)
  };
}

/** Where it is on its track, and the office that has it then. */
function onTrack({ terms: { stages }, stage: at, phase }: Custody) {
  const stage = stageOf(stages, at);
  return {
    stage: stage?.id ?? null,
    place: stage && JSON.stringify(stagePlace(stages, at)),
    office: phase === 'settled' ? null : (stage?.office?.id ?? null)
  };
}

function date(moment: number | null): Date | null {
  return moment === null ? null : new Date(moment);
}

/** Writes rounds that came or changed; those that stop standing first, since only one may stand at a time. */
function projectRounds(
  packet: { id: string; zone: string },
  events: CustodyEvent[],
  before: Custody,
  after: Custody,
  tx: Tx
): Array<Promise<void>> {
  const changed = after.rounds.filter((r) => before.rounds[r.no - 1] !== r);
  changed.sort((a, b) => Number(a.state === 'standing') - Number(b.state === 'standing'));
  return changed.map((round) => {
    const known = before.rounds[round.no - 1];
    if (!known) return createRound(packet, round, events, after, tx);
    const openedAt = round.opened && !known.opened ? new Date(events[0]?.at ?? round.at) : null;
    return execute(CHANGE_ROUND, [packet.id, round.no, round.state, openedAt], tx);
  });
}

const CHANGE_ROUND =
  'update rounds set state = $3, opened_at = coalesce($4, opened_at) where packet_id = $1 and no = $2';

function createRound(
  packet: { id: string; zone: string },
  round: CustodyRound,
  events: CustodyEvent[],
  after: Custody,
  tx: Tx
): Promise<void> {
  const { due, late } = after.terms;
  const arrivedAt = events.at(-1)?.at ?? round.at;
  const { seconds, startedDays, kept } = lateness(round.at, due, packet.zone, late);
  const row = {
    packet: packet.id,
    no: round.no,
    state: round.state,
    submittedAt: new Date(round.at),
    by: events.at(-1)?.by ?? '',
    arrivedAt: arrivedAt === round.at ? null : new Date(arrivedAt),
    due: date(due),
    seconds,
    startedDays,
    kept
  };
  return execute(CREATE_ROUND.sql, CREATE_ROUND.bind(row), tx);
}

const CREATE_ROUND = named<object>(`
  insert into rounds
    (packet_id, no, state, submitted_at, submitted_by, arrived_at, due_at, late_seconds, started_days, kept)
  values (:packet, :no, :state, :submittedAt, :by, :arrivedAt, :due, :seconds, :startedDays, :kept)`);
