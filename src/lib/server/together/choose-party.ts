import { z } from 'zod';
import type { PartyRefusal } from '$core/parties/refusals';
import type { OpenParty } from '$core/parties/views';
import type { Actor } from '$core/people/policy';
import { clock } from '../clock';
import { execute, inTransaction, select, type Tx } from '../db/connection';
import { publish } from '../live/publish';
import { withPacket } from '../packets/open-packet';
import { NotHere, type Outcome } from '../outcome';
import { layParty, letGoOf, letIn, lockParty } from './party-of';

/** Parties that a student can choose, with who is in them. One query. @throws NotHere where it is not set for them */
export async function readOpenParties(person: Actor, assignmentId: string): Promise<OpenParty[]> {
  return inTransaction(async (tx) => {
    await choosing(person, assignmentId, tx);
    return select(Open, OPEN, [assignmentId], tx);
  });
}

/** Goes into a party that is there, or begins one, while students choose themselves. */
export async function chooseParty(
  person: Actor,
  { assignmentId, partyId, name }: { assignmentId: string; partyId: string | null; name: string }
): Promise<Outcome<object, PartyRefusal>> {
  return inTransaction(async (tx) => {
    const { size, until, courseId } = await choosing(person, assignmentId, tx);
    if (size === null || until === null || until <= clock.now()) return { ok: false, why: 'choosing-over' };
    const party =
      partyId === null ? await layParty(assignmentId, name, tx) : await lockParty(assignmentId, partyId, tx);
    if (party.members.length >= size) return { ok: false, why: 'party-full' };
    const joined = await letIn(party, { assignmentId, personId: person.id }, tx);
    if (joined.ok) await publish({ what: 'assignment-changed', assignmentId, courseId }, tx);
    else if (partyId === null) await execute('delete from parties where id = $1', [party.id], tx);
    return joined;
  });
}

/** Leaves one's party while students choose themselves and nothing was submitted. */
export async function leaveParty(
  person: Actor,
  { assignmentId }: { assignmentId: string }
): Promise<Outcome<object, PartyRefusal>> {
  return inTransaction(async (tx) => {
    const { until, courseId } = await choosing(person, assignmentId, tx);
    if (until === null || until <= clock.now()) return { ok: false, why: 'choosing-over' };
    const [own] = await select(Own, OWN, [person.id, assignmentId], tx);
    if (!own) throw new NotHere('This party');
    const left = await letGoOf(await lockParty(assignmentId, own.id, tx), person.id, tx);
    if (left.ok) await publish({ what: 'assignment-changed', assignmentId, courseId }, tx);
    return left;
  });
}

/** Says that one has looked at what lies in the packet of one's party: the others read that it can go. */
export const haveLooked = (
  person: Actor,
  { assignmentId }: { assignmentId: string }
): Promise<Outcome<object, never>> =>
  withPacket(person, { assignmentId, own: true }, 'work-on-own-packet', null, async (packet) => {
    await execute(LOOKED, [packet.id, person.id, packet.seq, new Date(packet.now)], packet.tx);
    await publish({ what: 'pieces-arranged', packet }, packet.tx);
    return { ok: true };
  });

async function choosing(person: Actor, assignmentId: string, tx: Tx) {
  const [row] = await select(Terms, TERMS, [assignmentId, person.id, new Date(clock.now())], tx);
  if (!row) throw new NotHere('This assignment');
  return row;
}

const Terms = z.object({ size: z.number().nullable(), until: z.number().nullable(), courseId: z.string() });
/** The assignment's row is held, so that a party's last seat is taken by one. */
const TERMS = `
  select a.party_size as size, (extract(epoch from a.party_until) * 1000)::float8 as until, a.course_id as "courseId" from assignments a
  join enrolments e on e.course_id = a.course_id and e.person_id = $2 and e.role = 'student' and e.left_at is null
  where a.id = $1 and a.published and (a.visible_from is null or a.visible_from <= $3) for update of a`;
const Open = z.object({ id: z.string(), name: z.string(), members: z.array(z.string()) });
const OPEN = `
  select y.id, y.name, array(select s.name from party_members m join people s on s.id = m.person_id where m.party_id = y.id order by s.sort_name) as members
  from parties y where y.assignment_id = $1 and y.kind = 'group' order by y.name, y.id`;
const Own = z.object({ id: z.string() });
const OWN = `
  select y.id from packets_of_people o join parties y on y.id = o.party_id
  where o.person_id = $1 and o.assignment_id = $2 and y.kind = 'group'`;
const LOOKED = `
  insert into party_looks (packet_id, person_id, seq, at) values ($1, $2, $3, $4)
  on conflict (packet_id, person_id) do update set seq = excluded.seq, at = excluded.at`;
