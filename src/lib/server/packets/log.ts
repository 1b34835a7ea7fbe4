import { z } from 'zod';
import type { Custody, CustodyRound } from '$core/packets/custody';
import { CustodyDeed, type CustodyEvent } from '$core/packets/events';
import { lateness } from '$core/assignments/lateness';
import { countingMark } from '$core/grades/counting';
import { COUNTS } from '$core/packets/terms';
import { execute, ms, select, type Tx } from '../db/connection';
import { CustodyRow, Packet, Round } from '../db/models/packets';

/** Everything that happened to a packet, in order. */
export async function readLog(packetId: string, tx?: Tx): Promise<CustodyEvent[]> {
  const rows = await select(
    LogRow,
    `select type, data, ${ms('at')} as at, by_person as by from custody_events where packet_id = $1 order by seq`,
    [packetId],
    tx
  );
  return rows.map(({ type, data, at, by }) => ({ ...CustodyDeed.parse({ ...data, type }), at, by }));
}

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
  await CustodyRow.bulkCreate(
    events.map(({ type, at, by, ...data }, i) => ({
      packetId: packet.id,
      seq: packet.lastSeq + 1 + i,
      type,
      at: new Date(at),
      byPerson: by,
      data
    })),
    { transaction: tx }
  );
  await projectRounds(packet, events, before, after, tx);
  const row = { ...projection(packet.lastSeq + events.length, after), ...extensions(events) };
  await Packet.update(row, { where: { id: packet.id }, transaction: tx });
  if (before.rounds !== after.rounds || before.nominated !== after.nominated) await projectLatest(packet.id, tx);
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

function projection(lastSeq: number, custody: Custody) {
  const { since } = custody;
  return {
    lastSeq,
    phase: custody.phase,
    pieces: custody.pieces,
    standingRound: custody.standing,
    settledBy: custody.phase === 'settled' ? custody.settledBy : null,
    excused: custody.excused,
    inPerson: custody.inPerson,
    lastMove: custody.lastMove,
    sinceAt: date(since),
    sealUntil: date(custody.seal?.until ?? null),
    ranOutAt: date(custody.ranOutAt),
    comesBack: custody.comesBack,
    nominated: custody.nominated,
    claimedAt: date(custody.claimed?.at ?? null),
    askedBackAt: date(custody.handBack?.at ?? null)
  };
}

/** An extension is the packet's own moment from then on; what it does not name goes on following the assignment. */
function extensions(events: CustodyEvent[]) {
  const row: { dueExtended?: boolean; dueAt?: Date | null; closesExtended?: boolean; closesAt?: Date | null } = {};
  for (const event of events) {
    if (event.type !== 'extended') continue;
    if (event.due !== undefined) Object.assign(row, { dueExtended: true, dueAt: date(event.due) });
    if (event.closes !== undefined) Object.assign(row, { closesExtended: true, closesAt: date(event.closes) });
  }
  return row;
}

function date(moment: number | null): Date | null {
  return moment === null ? null : new Date(moment);
}

/** Writes rounds that came or changed; those that stop standing first, since only one may stand at a time. */
async function projectRounds(
  packet: { id: string; zone: string },
  events: CustodyEvent[],
  before: Custody,
  after: Custody,
  tx: Tx
): Promise<void> {
  const changed = after.rounds.filter((r) => before.rounds[r.no - 1] !== r);
  changed.sort((a, b) => Number(a.state === 'standing') - Number(b.state === 'standing'));
  for (const round of changed) {
    const known = before.rounds[round.no - 1];
    if (!known) await createRound(packet, round, events, after, tx);
    else {
      const openedAt = round.opened && !known.opened ? { openedAt: new Date(events[0]?.at ?? round.at) } : {};
      const where = { packetId: packet.id, no: round.no };
      await Round.update({ state: round.state, ...openedAt }, { where, transaction: tx });
    }
  }
}

async function createRound(
  packet: { id: string; zone: string },
  round: CustodyRound,
  events: CustodyEvent[],
  after: Custody,
  tx: Tx
): Promise<void> {
  const { due, late } = after.terms;
  const arrivedAt = events.at(-1)?.at ?? round.at;
  const { seconds, startedDays, kept } = lateness(round.at, due, packet.zone, late);
  await Round.create(
    {
      packetId: packet.id,
      no: round.no,
      state: round.state,
      submittedAt: new Date(round.at),
      submittedBy: events.at(-1)?.by ?? '',
      arrivedAt: arrivedAt === round.at ? null : new Date(arrivedAt),
      dueAt: date(due),
      lateSeconds: seconds,
      startedDays,
      kept: String(kept)
    },
    { transaction: tx }
  );
}

const LogRow = z.object({
  type: z.string(),
  data: z.record(z.string(), z.unknown()),
  at: z.number(),
  by: z.string()
});
