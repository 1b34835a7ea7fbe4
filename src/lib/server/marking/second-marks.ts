import { z } from 'zod';
import type { MarkRefusal } from '$core/marking/words';
import { ms, execute, select } from '../db/connection';
import type { OpenPacket } from '../packets/open-packet';
import { wantsPoints, type Judgement } from './judgement';

/** What a teacher noted by themselves where two mark. */
export interface OwnMark {
  by: string;
  mine: boolean;
  points: number | null;
  remark: string;
  at: number;
}

/** Keeps what a teacher noted by themselves; the other one sees it once they have noted something too. Under the packet's lock. */
export function keepOwnMark({ id, tx, now, person }: OpenPacket, { round, points, remark }: Judgement): Promise<void> {
  return execute(KEEP, [id, round, person.id, points, remark, new Date(now)], tx);
}

/** Why work that two mark is not settled yet; null where both have noted something, or one is enough. Under the packet's lock. */
export async function secondMarkProblem(packet: OpenPacket, round: number): Promise<MarkRefusal | null> {
  if (!packet.facts.secondMarker) return null;
  const [row] = await select(
    z.object({ n: z.number() }),
    COUNT,
    [packet.id, round, wantsPoints(packet.facts)],
    packet.tx
  );
  return (row?.n ?? 0) < 2 ? 'second-marker-missing' : null;
}

/** What was noted on a round, as far as this teacher may see it: all of it once they have noted something themselves. */
export async function readOwnMarks(packetId: string, round: number | null, personId: string): Promise<OwnMark[]> {
  if (round === null) return [];
  const marks = await select(Row, MARKS, [packetId, round, personId]);
  return marks.some(({ mine }) => mine) ? marks : [];
}

const KEEP = `insert into second_marks (packet_id, round_no, person_id, points, remark, at) values ($1, $2, $3, $4, $5, $6)
  on conflict (packet_id, round_no, person_id) do update set points = excluded.points, remark = excluded.remark, at = excluded.at`;
const COUNT = `select count(*)::int as n from second_marks where packet_id = $1 and round_no = $2
  and (points is not null or not $3::boolean)`;
const Row = z.object({
  by: z.string(),
  mine: z.boolean(),
  points: z.number().nullable(),
  remark: z.string(),
  at: z.number()
});
const MARKS = `select t.name as by, m.person_id = $3 as mine, m.points::float8 as points, m.remark, ${ms('m.at')} as at
  from second_marks m join people t on t.id = m.person_id where m.packet_id = $1 and m.round_no = $2 order by t.sort_name, t.id`;
