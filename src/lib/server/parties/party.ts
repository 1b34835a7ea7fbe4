import { z } from 'zod';
import { select, type Tx } from '../db/connection';

/**
 * Whoever hands work over: one person, or several who share a packet. Everybody has a party of their own, which has their
 * id; that is known here, where it is made (`people/create-person.ts`), and nowhere else.
 */

/** The names of everyone in the party of the packet `p`, as SQL. */
export const PARTY_NAME = namesOf('p.party_id');

/**
 * By what whoever marks knows the packet `p` of the assignment `a`, as SQL: by its names; where it is marked without them, by a mark of
 * its own until it is settled.
 */
export const MARKED_NAME = `case when ${isNameless()} then ${codeOf()} else ${PARTY_NAME} end`;

/** Whether the packet `p` of the assignment `a`, laid out or not, is marked without names at present, as SQL. */
export function isNameless(): string {
  return "(a.nameless and p.phase is distinct from 'settled')";
}

/** What the packet `p` is called where it is marked without names, as SQL. */
export function codeOf(): string {
  return "'Work ' || upper(substr(md5(p.id::text), 1, 5))";
}

/** What a file is called where its own name may say whose it is, as SQL: its ending stays. @param name the SQL of its name */
export const codedPiece = (name: string, position: string): string =>
  `'Piece ' || ${position}::text || coalesce(substring(${name} from '\\.[A-Za-z0-9]{1,5}$'), '')`;

/** The names of everyone in a party, as SQL. @param party the SQL of its id */
export function namesOf(party: string): string {
  return `(select string_agg(s.name, ', ' order by s.sort_name) from party_members m
    join people s on s.id = m.person_id where m.party_id = ${party})`;
}

/** Joins the packet `p` of a person on an assignment, where one is laid out, with what they have seen of it (`seen`). */
export const joinPacketOf = (person: string, assignment: string) => `
  left join packets_of_people o on o.person_id = ${person} and o.assignment_id = ${assignment}
  left join packets p on p.id = o.packet_id
  left join results_seen seen on seen.packet_id = p.id and seen.person_id = ${person}
  left join member_results mr on mr.packet_id = p.id and mr.person_id = ${person}`;

/** The id of a person's party on an assignment as SQL: that of their packet, and before there is one their own. */
export const partyOn = (person: string, assignment: string) => `coalesce((select o.party_id from packets_of_people o
  where o.person_id = ${person} and o.assignment_id = ${assignment}), ${person})`;

/** Everyone in a party as SQL. @param party the SQL of its id */
export const membersOf = (party: string) =>
  `array(select m.person_id::text from party_members m where m.party_id = ${party} order by m.person_id)`;

/**
 * The party through which a person hands work over, with everyone in it.
 *
 * @param assignmentId null for what belongs to no assignment: there everybody stands for themselves
 */
export async function partyOf(
  personId: string,
  assignmentId: string | null,
  tx?: Tx
): Promise<{ id: string; members: string[] }> {
  const [row] = await select(Party, PARTY, [personId, assignmentId], tx);
  return row ?? { id: personId, members: [personId] };
}

const Party = z.object({ id: z.string(), members: z.array(z.string()) });
const PARTY = `
  select w.id, ${membersOf('w.id')} as members from (select ${partyOn('$1::uuid', '$2::uuid')} as id) w`;

/** Everyone in a party, by id. */
export async function membersIn(partyId: string, tx: Tx): Promise<string[]> {
  const [row] = await select(Members, MEMBERS, [partyId], tx);
  return row?.members ?? [];
}
const Members = z.object({ members: z.array(z.string()) });
const MEMBERS = `select ${membersOf('$1::uuid')} as members`;
