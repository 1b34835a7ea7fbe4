import { z } from 'zod';
import type { PartyRefusal } from '$core/parties/refusals';
import type { Actor } from '$core/people/policy';
import { clock } from '../clock';
import { Piece } from '../db/models/packets';
import { execute, select, type Tx } from '../db/connection';
import { flushPages } from '../pages/flush';
import { withPacket } from '../packets/open-packet';
import { NotHere, type Outcome } from '../outcome';

/** A party of several on an assignment, with its packet. */
export interface PartyRow {
  id: string;
  packetId: string;
  members: string[];
  /** Something was submitted together. */
  submitted: boolean;
}

/** Makes a party of nobody, with its packet laid out. In the assignment's transaction. */
export async function layParty(assignmentId: string, name: string, tx: Tx): Promise<PartyRow> {
  const [made] = await select(
    Id,
    "insert into parties (kind, name, assignment_id) values ('group', $1, $2) returning id",
    [name.trim().slice(0, 60), assignmentId],
    tx
  );
  const id = made?.id ?? '';
  const [packet] = await select(
    Id,
    'insert into packets (assignment_id, party_id) values ($1, $2) returning id',
    [assignmentId, id],
    tx
  );
  return { id, packetId: packet?.id ?? '', members: [], submitted: false };
}

/** A party of an assignment, under its packet's lock. @throws NotHere where there is none of that id */
export async function lockParty(assignmentId: string, partyId: string, tx: Tx): Promise<PartyRow> {
  const [row] = await select(Row, PARTY, [assignmentId, partyId], tx);
  if (!row) throw new NotHere('This party');
  return row;
}

/**
 * Lets somebody into a party. What they had gathered alone comes with them, piece by piece, as it was; their own packet is gone then. Whoever has
 * submitted alone keeps that work as theirs.
 */
export async function letIn(
  party: PartyRow,
  { assignmentId, personId }: { assignmentId: string; personId: string },
  tx: Tx
): Promise<Outcome<object, PartyRefusal>> {
  const [student] = await select(Student, STUDENT, [assignmentId, personId], tx);
  if (!student) return { ok: false, why: 'not-studying-here' };
  if (student.party !== null && student.party !== personId) return { ok: false, why: 'in-a-party-already' };
  if (student.begun) return { ok: false, why: 'has-submitted-alone' };
  const pieces = student.packetId === null ? [] : await ownPieces(student.packetId, tx);
  // What was submitted is not changed by who comes late: whoever brings pieces comes before that.
  if (pieces.length > 0 && party.submitted) return { ok: false, why: 'party-has-submitted' };
  if (student.packetId !== null) {
    // Their names are said anew, so that everybody of the party finds them by a search.
    const move = 'update pieces set packet_id = $2, name = name where packet_id = $1';
    await execute(move, [student.packetId, party.packetId], tx);
    await execute('delete from packets where id = $1', [student.packetId], tx);
  }
  await execute('insert into party_members (party_id, person_id) values ($1, $2)', [party.id, personId], tx);
  if (pieces.length === 0) return { ok: true };
  const member: Actor = { id: personId, schoolRoles: [] };
  const brought = await withPacket(
    member,
    { packetId: party.packetId },
    'work-on-own-packet',
    null,
    async (packet) => {
      for (const { id } of pieces) {
        const verdict = await packet.act({ do: 'add-piece', piece: id });
        if (!verdict.ok) return verdict;
      }
      return { ok: true } as const;
    },
    tx
  );
  // Nothing of this stands then: the transaction goes.
  if (!brought.ok) throw new Error(`What somebody brings into a party was refused: ${brought.why}`);
  return { ok: true };
}

/** Lets somebody leave a party; the pieces stay with those who remain, and a party of nobody is gone. */
export async function letGoOf(party: PartyRow, personId: string, tx: Tx): Promise<Outcome<object, PartyRefusal>> {
  if (!party.members.includes(personId)) throw new NotHere('This person');
  if (party.submitted) return { ok: false, why: 'party-has-submitted' };
  if (party.members.length === 1) await execute('delete from parties where id = $1', [party.id], tx);
  else await execute('delete from party_members where party_id = $1 and person_id = $2', [party.id, personId], tx);
  return { ok: true };
}

/** What somebody gathered alone, with what they wrote last put down. Under its packet's lock. */
async function ownPieces(packetId: string, tx: Tx): Promise<Piece[]> {
  await select(Id, 'select id from packets where id = $1 for update', [packetId], tx);
  await flushPages(packetId, clock.now(), tx);
  return Piece.findAll({ where: { packetId }, order: ['position'], transaction: tx });
}

const Id = z.object({ id: z.string() });
const Row = z.object({ id: z.string(), packetId: z.string(), members: z.array(z.string()), submitted: z.boolean() });
const PARTY = `
  select y.id, p.id as "packetId", exists (select 1 from rounds r where r.packet_id = p.id) as submitted,
    array(select m.person_id::text from party_members m where m.party_id = y.id order by m.person_id) as members
  from parties y join packets p on p.party_id = y.id and p.assignment_id = $1
  where y.id = $2 and y.kind = 'group' for update of p`;
const Student = z.object({ packetId: z.string().nullable(), party: z.string().nullable(), begun: z.boolean() });
const STUDENT = `
  select o.packet_id as "packetId", o.party_id as party,
    coalesce(p.excused or p.in_person or p.seal_until is not null or exists (select 1 from rounds r where r.packet_id = p.id), false) as begun
  from assignments a join enrolments e on e.course_id = a.course_id and e.person_id = $2 and e.role = 'student' and e.left_at is null
  left join packets_of_people o on o.person_id = e.person_id and o.assignment_id = a.id left join packets p on p.id = o.packet_id
  where a.id = $1`;
