import type { Actor } from '$core/people/policy';
import { clock } from '../clock';
import { execute, select } from '../db/connection';
import { publish } from '../live/publish';
import { withPacket } from '../packets/open-packet';
import { z } from 'zod';

/** Seconds after which somebody who was not heard of counts as gone. Pages say it more often. */
const GONE = 75;

/**
 * Says that a teacher has a work before them; others who have it open hear of somebody new.
 *
 * @returns the names of the others who have it before them now
 * @throws NotHere where it is not theirs to mark
 */
export async function beAt(person: Actor, packetId: string): Promise<{ ok: true; others: string[] }> {
  return withPacket(person, { packetId }, 'mark-round', null, async (packet) => {
    const since = new Date(clock.now() - GONE * 1000);
    const [before] = await select(z.object({ fresh: z.boolean() }), WAS, [packetId, person.id, since], packet.tx);
    await execute(BE, [packetId, person.id, new Date(clock.now())], packet.tx);
    const others = await othersAt(packetId, person, packet.tx);
    if (!before?.fresh && others.length > 0) await publish({ what: 'at-work', packet }, packet.tx);
    return { ok: true as const, others };
  });
}

/** Who else has a work before them. */
export async function othersAt(packetId: string, person: Actor, tx?: Parameters<typeof select>[3]): Promise<string[]> {
  const since = new Date(clock.now() - GONE * 1000);
  const rows = await select(z.object({ name: z.string() }), OTHERS, [packetId, person.id, since], tx);
  return rows.map(({ name }) => name);
}

const WAS = `select exists (select 1 from marking_presence
  where packet_id = $1 and person_id = $2 and seen_at > $3) as fresh`;
const BE = `insert into marking_presence (packet_id, person_id, seen_at) values ($1, $2, $3)
  on conflict (packet_id, person_id) do update set seen_at = excluded.seen_at`;
const OTHERS = `select s.name from marking_presence m join people s on s.id = m.person_id
  where m.packet_id = $1 and m.person_id <> $2 and m.seen_at > $3 order by s.sort_name`;
