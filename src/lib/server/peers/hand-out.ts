import { z } from 'zod';
import { handOut } from '$core/peers/hand-out';
import type { PeerRefusal } from '$core/peers/refusals';
import { may, type Actor } from '$core/people/policy';
import { audit } from '../db/audit';
import { clock } from '../clock';
import { execute, inTransaction, select, type Tx } from '../db/connection';
import { ASSIGNMENT_SETTINGS } from '../db/tables/assignment-settings';
import { publish } from '../live/publish';
import { NotHere, type Outcome } from '../outcome';
import { membersOf } from '../parties/party';
import { tell } from '../tidings/tell';

type Result = Promise<Outcome<{ given: number }, PeerRefusal>>;

/**
 * Hands the works that have come out to their class to be read, as many to each as was set. Who was given some keeps them; pressed again,
 * it gives to those who came later. @throws NotHere for whoever does not mark it
 */
export function handOutReading(person: Actor, assignmentId: string): Result {
  return withClass(person, assignmentId, async ({ peers, courseId }, tx) => {
    if (!peers) return { ok: false, why: 'no-peer-reading' };
    const works = await select(Work, WORKS, [assignmentId], tx);
    if (works.length < 2) return { ok: false, why: 'nothing-to-read' };
    const readers = await select(Reader, READERS, [assignmentId, courseId], tx);
    const round = new Map(works.map((work) => [work.packetId, work.round]));
    const given = [...handOut(works, readers, peers.count, assignmentId)].filter(([, packets]) => packets.length > 0);
    const at = clock.now();
    for (const [reader, packets] of given)
      for (const packet of packets)
        await execute(GIVE, [packet, round.get(packet), reader, peers.nameless, new Date(at)], tx);
    const href = `/assignments/${assignmentId}#reading`;
    const news = { kind: 'to-read' as const, about: `to-read ${assignmentId} ${at}`, courseId, assignmentId, href, at };
    await tell({ people: given.map(([reader]) => reader) }, news, tx);
    return { ok: true, given: given.reduce((all, [, packets]) => all + packets.length, 0) };
  });
}

/** Shows writers what was said of their works by those who are done, and their remarks in place. @throws NotHere as above */
export function showReading(person: Actor, assignmentId: string): Result {
  return withClass(person, assignmentId, async ({ courseId }, tx) => {
    const at = clock.now();
    const shown = await select(Shown, SHOW, [assignmentId, new Date(at)], tx);
    await execute(SHOW_REMARKS, [shown.map(({ id }) => id), new Date(at)], tx);
    const href = `/assignments/${assignmentId}#read-by`;
    const news = {
      kind: 'was-read' as const,
      about: `was-read ${assignmentId} ${at}`,
      courseId,
      assignmentId,
      href,
      at
    };
    await tell({ people: [...new Set(shown.flatMap(({ members }) => members))] }, news, tx);
    return { ok: true, given: shown.length };
  });
}

/** How far the reading of a class is: how many works were given, are done, are shown. The caller has asked the policy. */
export async function readProgress(assignmentId: string): Promise<{ given: number; done: number; shown: number }> {
  const [row] = await select(Progress, PROGRESS, [assignmentId]);
  return row ?? { given: 0, done: 0, shown: 0 };
}

async function withClass<T extends { ok: boolean }>(
  person: Actor,
  assignmentId: string,
  work: (of: z.infer<typeof Head>, tx: Tx) => Promise<T>
): Promise<T> {
  return inTransaction(async (tx) => {
    const [head] = await select(Head, HEAD, [assignmentId, person.id], tx);
    if (!head || !may(person, 'mark-round', { courseRole: head.role })) throw new NotHere('This assignment');
    const answer = await work(head, tx);
    if (answer.ok) await audit(person.id, 'peer-reading', assignmentId, {}, tx);
    await publish({ what: 'assignment-changed', assignmentId, courseId: head.courseId }, tx);
    return answer;
  });
}

const Head = ASSIGNMENT_SETTINGS.row.pick({ peers: true }).extend({
  courseId: z.string(),
  role: z.enum(['student', 'teacher']).nullable()
});
const HEAD = `
  select a.peers, a.course_id as "courseId", e.role from assignments a
  left join enrolments e on e.course_id = a.course_id and e.person_id = $2 and e.left_at is null
  where a.id = $1 for update of a`;
const Work = z.object({ packetId: z.string(), round: z.number(), members: z.array(z.string()) });
const WORKS = `
  select p.id as "packetId", r.no as round, ${membersOf('p.party_id')} as members
  from packets p join rounds r on r.packet_id = p.id and r.no = p.round_no and r.state in ('standing', 'settled', 'returned')
  where p.assignment_id = $1 and exists (select 1 from round_pieces i where i.packet_id = p.id and i.round_no = r.no) order by p.id`;
const Reader = z.object({ personId: z.string(), has: z.array(z.string()) });
// Whoever has handed something in reads; who has not would see before they have written.
const READERS = `
  select m.person_id as "personId", array(select g.packet_id::text from peer_readings g join packets k on k.id = g.packet_id
    where g.reader_id = m.person_id and k.assignment_id = $1) as has
  from packets p join party_members m on m.party_id = p.party_id
  join enrolments e on e.person_id = m.person_id and e.course_id = $2 and e.role = 'student' and e.left_at is null
  where p.assignment_id = $1 and p.round_no is not null and p.phase <> 'taken-back' order by m.person_id`;
const GIVE = `insert into peer_readings (packet_id, round_no, reader_id, nameless, handed_at) values ($1, $2, $3, $4, $5)
  on conflict do nothing`;
const Shown = z.object({ id: z.string(), members: z.array(z.string()) });
const SHOW = `
  update peer_readings g set shown_at = $2 from packets p
  where p.id = g.packet_id and p.assignment_id = $1 and g.done_at is not null and g.shown_at is null
  returning g.id, ${membersOf('p.party_id')} as members`;
const SHOW_REMARKS = 'update remarks set returned_at = $2 where reading_id = any($1::uuid[]) and returned_at is null';
const Progress = z.object({ given: z.number(), done: z.number(), shown: z.number() });
const PROGRESS = `
  select count(*)::int as given, count(g.done_at)::int as done, count(g.shown_at)::int as shown
  from peer_readings g join packets p on p.id = g.packet_id where p.assignment_id = $1`;
