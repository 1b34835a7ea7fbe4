import { z } from 'zod';
import { DAY, HOUR } from '$core/time/moment';
import { clock } from '../clock';
import { inTransaction, ms, select } from '../db/connection';
import { membersOf } from '../parties/party';
import { tell } from '../tidings/tell';
import { EFFECTIVE_DUE } from '../lines/effective';

/** How long before the due moment it is said that the teacher has nothing, the earliest first. */
const BEFORE = [
  { kind: 'a day before', lead: DAY },
  { kind: 'three hours before', lead: 3 * HOUR }
] as const;

/**
 * Reminds of work that was taken back and is due soon: a day and three hours before, each once. A due moment that moves
 * is another one to remind of.
 *
 * @returns how many reminders were given
 */
export async function remindTakenBack(): Promise<number> {
  let given = 0;
  for (const { kind, lead } of BEFORE) {
    const now = clock.now();
    given += await inTransaction(async (tx) => {
      const rows = await select(Row, WAITING, [kind, new Date(now), new Date(now + lead)], tx);
      for (const { packetId, courseId, assignmentId, members, due } of rows) {
        const about = `reminder ${packetId} ${kind} ${due}`;
        const news = { kind: 'reminder', about, grouped: `reminder ${packetId}`, courseId, assignmentId } as const;
        await tell(
          { people: members },
          { ...news, href: `/assignments/${assignmentId}#packet`, facts: { due }, at: now },
          tx
        );
      }
      return rows.length;
    });
  }
  return given;
}

const Row = z.object({
  packetId: z.string(),
  courseId: z.string(),
  assignmentId: z.string(),
  members: z.array(z.string()),
  due: z.number()
});

/** Notes the reminder in the same statement that finds it due, so that two processes give it once. */
const WAITING = `
  with waiting as (
    select p.id, (${EFFECTIVE_DUE}) as due, a.id as assignment_id, a.course_id, p.party_id
    from packets p join assignments a on a.id = p.assignment_id
    where p.phase = 'taken-back' and not p.excused and not p.in_person
      and (${EFFECTIVE_DUE}) > $2 and (${EFFECTIVE_DUE}) <= $3
  ), noted as (
    insert into reminders (packet_id, kind, about, at) select id, $1, due, $2 from waiting
    on conflict do nothing returning packet_id
  )
  select w.id as "packetId", w.course_id as "courseId", w.assignment_id as "assignmentId", ${ms('w.due')} as due,
    ${membersOf('w.party_id')} as members
  from noted n join waiting w on w.id = n.packet_id`;
