import { z } from 'zod';
import { clock } from '../clock';
import { select } from '../db/connection';
import { log } from '../log';
import { EFFECTIVE_DUE } from '../lines/effective';
import { passTime } from '../packets/open-packet';

/** Packets that are looked at in one go. */
const AT_ONCE = 200;

/**
 * Looks for packets to which the passing of time has done something that is not written down yet. Several processes may
 * do this at once: each packet is worked on under its lock, and nothing happens to it twice.
 */
export async function sweepPackets(): Promise<number> {
  const rows = await select(z.object({ id: z.string() }), OVERDUE, [new Date(clock.now()), AT_ONCE]);
  let done = 0;
  for (const { id } of rows) {
    try {
      if (await passTime(id)) done++;
    } catch (error) {
      log.error({ err: error, packet: id }, 'time could not pass for a packet');
    }
  }
  return done;
}

const OVERDUE = `
  select p.id from packets p where p.seal_until < $1
  union
  select p.id from packets p join assignments a on a.id = p.assignment_id
  where p.comes_back is not null and not p.excused and not p.in_person and (${EFFECTIVE_DUE}) < $1
  limit $2`;
