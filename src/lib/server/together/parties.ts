import { randomInt } from 'node:crypto';
import { z } from 'zod';
import { drawParties, type Apart } from '$core/parties/draw';
import { partiesFromList } from '$core/parties/list';
import type { PartyRefusal } from '$core/parties/refusals';
import type { Actor } from '$core/people/policy';
import { execute, inTransaction, jsonRows, ms, select, type Tx } from '../db/connection';
import { NotHere, type Outcome } from '../outcome';
import { readDivided, type Divided } from './divide-pages';
import { ALONE, FREE, Named, Refused, shaping, STUDENTS, teaching } from './shaping';
import { layParty, letGoOf, letIn, lockParty, type PartyRow } from './party-of';

/** The parties of an assignment, as its teacher shapes them. */
export interface Parties {
  title: string;
  courseSlug: string;
  parties: Array<{
    id: string;
    name: string;
    submitted: boolean;
    settled: boolean;
    /** What all of them got; null while nothing came back. */
    given: number | null;
    members: Array<{ id: string; name: string; points: number | null; remark: string }>;
  }>;
  /** Students who hand over alone. */
  alone: Array<{ id: string; name: string }>;
  choosing: { size: number; until: number } | null;
  divided: Divided;
}

/** Reads them. Two queries besides that which asks who the reader is. @throws NotHere for whoever does not teach there */
export async function readParties(person: Actor, assignmentId: string): Promise<Parties> {
  return inTransaction(async (tx) => {
    await teaching(person, assignmentId, tx);
    const [[row], divided] = await Promise.all([select(View, VIEW, [assignmentId], tx), readDivided(assignmentId, tx)]);
    if (!row) throw new NotHere('This assignment');
    return { ...row, divided };
  });
}

/** Makes a party of some students who are in none. */
export const makeParty = (
  person: Actor,
  { assignmentId, name, members }: { assignmentId: string; name: string; members: string[] }
): Promise<Outcome<object, PartyRefusal>> =>
  shaping<Outcome<object, PartyRefusal>>(person, assignmentId, async (tx) => {
    if (members.length === 0) return { ok: false, why: 'too-few-for-a-party' };
    return layAll(assignmentId, [{ name, members }], tx);
  });

/**
 * Draws those who are in no party into parties, so that none are together who must not be.
 *
 * @param size people of one at most
 */
export const drawTheRest = (
  person: Actor,
  { assignmentId, size, apart }: { assignmentId: string; size: number; apart: Apart[] }
): Promise<Outcome<object, PartyRefusal>> =>
  shaping<Outcome<object, PartyRefusal>>(person, assignmentId, async (tx) => {
    const alone = await select(Named, FREE, [assignmentId], tx);
    const roll = () => randomInt(1_000_000_000) / 1_000_000_000;
    const drawn = drawParties(
      alone.map(({ id }) => id),
      size,
      apart,
      roll
    );
    if (drawn === null) return { ok: false, why: 'cannot-be-drawn' };
    return layAll(
      assignmentId,
      drawn.map((members) => ({ name: '', members })),
      tx
    );
  });

/** Makes parties as they are written, one on a line. @returns what could not be read; nothing is changed then */
export const partiesByList = (
  person: Actor,
  { assignmentId, text }: { assignmentId: string; text: string }
): Promise<Outcome<object, PartyRefusal> | { ok: false; why: 'some-not-read'; problems: string[] }> =>
  shaping(person, assignmentId, async (tx) => {
    const people = await select(Named, STUDENTS, [assignmentId], tx);
    const { parties, problems } = partiesFromList(text, people);
    if (problems.length > 0) return { ok: false, why: 'some-not-read', problems } as const;
    return layAll(assignmentId, parties, tx);
  });

/** Puts a student who is in no party into one. */
export const putIn = (
  person: Actor,
  { assignmentId, partyId, studentId }: { assignmentId: string; partyId: string; studentId: string }
): Promise<Outcome<object, PartyRefusal>> =>
  shaping(person, assignmentId, async (tx) =>
    letIn(await lockParty(assignmentId, partyId, tx), { assignmentId, personId: studentId }, tx)
  );

/** Takes a student out of a party that has not submitted: they hand over alone from then on. */
export const takeOut = (
  person: Actor,
  { assignmentId, partyId, studentId }: { assignmentId: string; partyId: string; studentId: string }
): Promise<Outcome<object, PartyRefusal>> =>
  shaping(person, assignmentId, async (tx) => letGoOf(await lockParty(assignmentId, partyId, tx), studentId, tx));

/** Lets students choose their party themselves until a moment, or ends that where `size` is null. */
export const letChoose = (
  person: Actor,
  { assignmentId, size, until }: { assignmentId: string; size: number | null; until: number | null }
): Promise<Outcome<object, PartyRefusal>> =>
  shaping(person, assignmentId, async (tx) => {
    const bind = [assignmentId, size, size === null || until === null ? null : new Date(until)];
    await execute('update assignments set party_size = $2, party_until = $3 where id = $1', bind, tx);
    return { ok: true };
  });

async function layAll(
  assignmentId: string,
  parties: ReadonlyArray<{ name: string; members: string[] }>,
  tx: Tx
): Promise<Outcome<object, PartyRefusal>> {
  for (const { name, members } of parties) {
    const party: PartyRow = await layParty(assignmentId, name, tx);
    for (const personId of members) {
      const joined = await letIn(party, { assignmentId, personId }, tx);
      // All of them or none: what was made before goes with the transaction.
      if (!joined.ok) throw new Refused(joined.why);
    }
  }
  return { ok: true };
}

const View = z.object({
  title: z.string(),
  courseSlug: z.string(),
  parties: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      submitted: z.boolean(),
      settled: z.boolean(),
      given: z.number().nullable(),
      members: z.array(
        z.object({ id: z.string(), name: z.string(), points: z.number().nullable(), remark: z.string() })
      )
    })
  ),
  alone: z.array(Named),
  choosing: z.object({ size: z.number(), until: z.number() }).nullable()
});
const VIEW = `
  select a.title, c.slug as "courseSlug", ${jsonRows(`
    select y.id, y.name, p.phase = 'settled' as settled, p.given::float8 as given,
      exists (select 1 from rounds r where r.packet_id = p.id) as submitted,
      ${jsonRows(`select s.id, s.name, mr.points::float8 as points, coalesce(mr.remark, '') as remark from party_members m
        join people s on s.id = m.person_id left join member_results mr on mr.packet_id = p.id and mr.person_id = s.id
        where m.party_id = y.id order by s.sort_name`)} as members
    from parties y join packets p on p.party_id = y.id and p.assignment_id = $1 where y.kind = 'group' order by y.name, y.id`)} as parties,
    ${jsonRows(ALONE)} as alone,
    case when a.party_size is not null and a.party_until is not null
      then json_build_object('size', a.party_size, 'until', ${ms('a.party_until')}) end as choosing
  from assignments a join courses c on c.id = a.course_id where a.id = $1`;
