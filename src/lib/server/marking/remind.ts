import { cut } from '$core/cut';
import { z } from 'zod';
import { mayRemind, reminderText } from '$core/marking/waiting';
import type { MarkRefusal } from '$core/marking/words';
import type { Refusal } from '$core/packets/allowed';
import type { Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { execute, select } from '../db/connection';
import { PACE, PaceRow, PAUSES, PauseRow } from '../courses/pace';
import { publish } from '../live/publish';
import type { Outcome } from '../outcome';
import { withPacket } from '../packets/open-packet';
import { tellAbout } from '../packets/packet-news';

type Result = Promise<Outcome<object, Refusal | MarkRefusal>>;

/** Reminds whoever has a round that waits clearly longer than usual. Once for each round; the words are not the student's to find. */
export async function remind(person: Actor, { assignmentId }: { assignmentId: string }): Result {
  return withPacket(person, { assignmentId, own: true }, 'work-on-own-packet', null, async (packet) => {
    const { standing, since } = packet.custody;
    const { id, tx, now, facts } = packet;
    if (standing === null || since === null) return { ok: false, why: 'nothing-stands' };
    const [row] = await select(Waits, WAITS, [facts.courseId, id, standing], tx);
    if (!row) return { ok: false, why: 'nothing-stands' };
    if (row.reminded) return { ok: false, why: 'reminded-already' };
    if (!mayRemind({ since, ...row, zone: facts.zone }, now)) return { ok: false, why: 'not-long-yet' };
    await execute(REMIND, [id, standing, person.id, new Date(now)], tx);
    await tellAbout(packet, { what: 'reminded', says: reminderText(facts.title, standing, now - since) });
    await publish({ what: 'remarked', packet }, tx);
    return { ok: true };
  });
}

/** Says to a reminder by when the round comes back. @param until null where only words are said */
export async function answerReminder(
  person: Actor,
  input: { packetId: string; round: number; until: Moment | null; answer: string }
): Result {
  return withPacket(person, input, 'mark-round', null, async (packet) => {
    const { id, tx, now } = packet;
    if (input.until === null && input.answer === '') return { ok: false, why: 'answers-nothing' };
    if (input.until !== null && input.until <= now) return { ok: false, why: 'return-in-the-past' };
    const until = input.until === null ? null : new Date(input.until);
    const bind = [id, input.round, until, input.answer, person.id, new Date(now)];
    const [known] = await select(z.object({ round: z.number() }), ANSWER, bind, tx);
    if (!known) return { ok: false, why: 'not-reminded' };
    await tellAbout(packet, { what: 'reminder-answered', until: input.until, says: cut(input.answer, 120) });
    await publish({ what: 'remarked', packet }, tx);
    return { ok: true };
  });
}

const Waits = z.object({ pace: PaceRow, pauses: z.array(PauseRow), reminded: z.boolean() });
const WAITS = `
  select ${PACE('c')} as pace, ${PAUSES} as pauses,
    exists (select 1 from wait_reminders w where w.packet_id = $2 and w.round_no = $3) as reminded
  from courses c where c.id = $1`;
const REMIND = 'insert into wait_reminders (packet_id, round_no, by_person, at) values ($1, $2, $3, $4)';
const ANSWER = `
  update wait_reminders set until = $3, answer = $4, answered_by = $5, answered_at = $6
  where packet_id = $1 and round_no = $2 returning round_no as round`;
