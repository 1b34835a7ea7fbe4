import { z } from 'zod';
import { LONGEST_TITLE } from '$core/pages/nodes/part';
import type { PartyRefusal } from '$core/parties/refusals';
import type { Actor } from '$core/people/policy';
import { clock } from '../clock';
import { execute, jsonRows, select, type Tx } from '../db/connection';
import { announceLine } from '../live/lines';
import { NotHere, type Outcome } from '../outcome';
import { touchParts } from '../pages/divide';
import { letIn, layParty } from './party-of';
import { FREE, Named, shaping } from './shaping';

/** How the pages of an assignment's places are divided, and whose the parts of those are that were begun. */
export const Divided = z.object({
  places: z.array(
    z.object({
      id: z.string(),
      title: z.string(),
      how: z.enum(['each', 'take']).nullable(),
      titles: z.array(z.string()),
      pages: z.array(
        z.object({
          pieceId: z.string(),
          name: z.string(),
          members: z.array(z.object({ id: z.string(), name: z.string() })),
          parts: z.array(
            z.object({
              id: z.string(),
              title: z.string(),
              personId: z.string().nullable(),
              finished: z.boolean(),
              receipt: z.string().nullable()
            })
          )
        })
      )
    })
  ),
  everybody: z.boolean()
});
export type Divided = z.infer<typeof Divided>;

/** How a place is divided, as its teacher says it: one title on a line. */
export const DivisionForm = z.object({
  deliverableId: z.uuid(),
  how: z.enum(['none', 'each', 'take']),
  titles: z
    .string()
    .max(20_000)
    .default('')
    .transform((text) => [
      ...new Set(
        text
          .split('\n')
          .map((line) => line.trim())
          .filter(Boolean)
      )
    ])
    .pipe(
      z
        .array(z.string().max(LONGEST_TITLE, `A part is called by ${LONGEST_TITLE} characters at most.`))
        .max(100, 'A page has 100 titles of parts at most.')
    )
});

/** Says how pages of a place are divided from now on. Parts that are there stay as they are. */
export const dividePages = (
  person: Actor,
  { assignmentId, deliverableId, how, titles }: { assignmentId: string } & z.infer<typeof DivisionForm>
): Promise<Outcome<object, PartyRefusal>> =>
  shaping(person, assignmentId, async (tx) => {
    const bind = [deliverableId, assignmentId];
    const [place] = await select(
      z.unknown(),
      'select 1 from deliverables where id = $1 and assignment_id = $2',
      bind,
      tx
    );
    if (place === undefined) throw new NotHere('This place');
    if (how === 'none') await execute('delete from place_parts where deliverable_id = $1', [deliverableId], tx);
    else await execute(DIVIDE, [deliverableId, how, titles], tx);
    return { ok: true };
  });

/** Gives a part of a page to one of its party, or to nobody; what was written in it stays. */
export const givePart = (
  person: Actor,
  {
    assignmentId,
    pieceId,
    part,
    studentId
  }: { assignmentId: string; pieceId: string; part: string; studentId: string | null }
): Promise<Outcome<object, PartyRefusal>> =>
  shaping<Outcome<object, PartyRefusal>>(person, assignmentId, async (tx) => {
    const [at] = await select(Given, GIVEN, [assignmentId, pieceId, part], tx);
    if (!at) throw new NotHere('This part');
    if (at.finished) return { ok: false, why: 'part-is-finished' };
    if (studentId !== null && !at.members.includes(studentId)) return { ok: false, why: 'not-studying-here' };
    await execute(
      'update page_parts set person_id = $3 where piece_id = $1 and id = $2',
      [pieceId, part, studentId],
      tx
    );
    const upTo = await touchParts(pieceId, { by: person.id, now: clock.now() }, tx);
    await announceLine({ page: pieceId, parts: true, upTo }, tx);
    return { ok: true };
  });

/** Makes one party of everybody who is in none. Whoever comes into the course later is in it too. */
export const partyOfEverybody = (
  person: Actor,
  { assignmentId }: { assignmentId: string }
): Promise<Outcome<object, PartyRefusal>> =>
  shaping<Outcome<object, PartyRefusal>>(person, assignmentId, async (tx) => {
    const free = await select(Named, FREE, [assignmentId], tx);
    if (free.length === 0) return { ok: false, why: 'nobody-free' };
    const party = await layParty(assignmentId, 'Everybody', tx);
    await execute('update parties set everybody = true where id = $1', [party.id], tx);
    for (const { id } of free) {
      const joined = await letIn(party, { assignmentId, personId: id }, tx);
      if (!joined.ok) return joined;
    }
    return { ok: true };
  });

/** Reads how they are divided. One query. */
export async function readDivided(assignmentId: string, tx: Tx): Promise<Divided> {
  const [row] = await select(Divided, DIVIDED, [assignmentId], tx);
  return row ?? { places: [], everybody: false };
}

const DIVIDE = `
  insert into place_parts (deliverable_id, how, titles) values ($1, $2, $3)
  on conflict (deliverable_id) do update set how = excluded.how, titles = excluded.titles`;
const Given = z.object({ finished: z.boolean(), members: z.array(z.string()) });
/** In the order in which packets are locked. */
const GIVEN = `
  select t.finished_at is not null as finished,
    array(select m.person_id::text from party_members m where m.party_id = p.party_id) as members
  from page_parts t join pieces i on i.id = t.piece_id join packets p on p.id = i.packet_id
  where p.assignment_id = $1 and i.id = $2 and t.id = $3 for update of p`;
const DIVIDED = `
  select exists (select 1 from parties y where y.assignment_id = a.id and y.everybody) as everybody, ${jsonRows(`
    select d.id, d.title, w.how, coalesce(w.titles, '{}') as titles, ${jsonRows(`
      select i.id as "pieceId", i.name, ${jsonRows(`
          select s.id, s.name from party_members m join people s on s.id = m.person_id
          where m.party_id = p.party_id order by s.sort_name`)} as members,
        ${jsonRows(`
          select t.id, t.title, t.person_id as "personId", t.finished_at is not null as finished, t.receipt
          from page_parts t where t.piece_id = i.id order by t.position`)} as parts
      from pieces i join packets p on p.id = i.packet_id
      where i.deliverable_id = d.id and exists (select 1 from page_parts t where t.piece_id = i.id)
      order by i.name, i.id`)} as pages
    from deliverables d left join place_parts w on w.deliverable_id = d.id
    where d.assignment_id = a.id order by d.position`)} as places
  from assignments a where a.id = $1`;
