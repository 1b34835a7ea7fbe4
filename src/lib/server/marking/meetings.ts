import { cut } from '$core/cut';
import { z } from 'zod';
import { MOST_OFFERED } from '$core/marking/meeting';
import type { MarkRefusal } from '$core/marking/words';
import type { Refusal } from '$core/packets/allowed';
import type { Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { execute, ms, select } from '../db/connection';
import { publish } from '../live/publish';
import { NotHere, type Outcome } from '../outcome';
import { withPacket } from '../packets/open-packet';
import { tellAbout } from '../packets/packet-news';

type Result = Promise<Outcome<object, Refusal | MarkRefusal>>;

/**
 * Asks a student to come by, about the round that stands: at one of some moments. The work stays where it is. An offer that was made
 * before of the same round is replaced.
 */
export async function offerMeeting(
  person: Actor,
  input: { packetId: string; round: number; offered: Moment[]; place: string; words: string; key: string }
): Result {
  return withPacket(person, input, 'mark-round', `meet ${input.key}`, async (packet) => {
    const { id, tx, now, custody } = packet;
    if (custody.standing !== input.round) return { ok: false, why: 'another-round-stands' };
    const offered = [...new Set(input.offered)].sort((a, b) => a - b).slice(0, MOST_OFFERED);
    if (offered.length === 0) return { ok: false, why: 'offers-no-time' };
    if (offered.some((moment) => moment <= now)) return { ok: false, why: 'return-in-the-past' };
    const bind = [id, input.round, offered.map((moment) => new Date(moment)), input.place, input.words, person.id];
    await execute('delete from meetings where packet_id = $1 and round_no = $2', [id, input.round], tx);
    await execute(OFFER, [...bind, new Date(now)], tx);
    await tellAbout(packet, { what: 'meeting-offered', says: cut(input.words, 120) });
    await publish({ what: 'remarked', packet }, tx);
    return { ok: true };
  });
}

/** The student takes one of the moments, or says that none is possible. */
export async function answerMeeting(
  person: Actor,
  input: { assignmentId: string; meeting: string; accepts: Moment | null; said: string }
): Result {
  return withPacket(person, { ...input, own: true }, 'work-on-own-packet', null, async (packet) => {
    const { id, tx, now, custody } = packet;
    const [meeting] = await select(Offered, OFFERED, [input.meeting, id], tx);
    if (!meeting) throw new NotHere('This offer');
    if (custody.standing !== meeting.round) return { ok: false, why: 'another-round-stands' };
    if (input.accepts === null && input.said === '') return { ok: false, why: 'answers-nothing' };
    if (input.accepts !== null && !meeting.offered.includes(input.accepts)) return { ok: false, why: 'not-offered' };
    if (input.accepts !== null && input.accepts <= now) return { ok: false, why: 'return-in-the-past' };
    const accepted = input.accepts === null ? null : new Date(input.accepts);
    await execute(TAKE, [input.meeting, accepted, input.said, new Date(now)], tx);
    await tellAbout(packet, { what: 'meeting-answered', at: input.accepts, says: cut(input.said, 120) });
    await publish({ what: 'remarked', packet }, tx);
    return { ok: true };
  });
}

const OFFER = `insert into meetings (packet_id, round_no, offered, place, words, by_person, at)
  values ($1, $2, $3, $4, $5, $6, $7)`;
const Offered = z.object({ round: z.number(), offered: z.array(z.number()) });
const OFFERED = `
  select round_no as round, array(select ${ms('o.at')} from unnest(offered) as o (at)) as offered
  from meetings where id = $1 and packet_id = $2`;
const TAKE = 'update meetings set accepted = $2, said = $3, answered_at = $4 where id = $1';
