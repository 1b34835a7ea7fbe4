import { z } from 'zod';
import type { Block } from '$core/portfolio/blocks';
import type { Actor } from '$core/people/policy';
import { inTransaction, jsonRows, ms, select } from '../db/connection';
import { NotHere } from '../outcome';
import { noteFile } from './files';

/** A round that came back, from which its student may choose. */
export interface ReturnedWork {
  packetId: string;
  round: number;
  title: string;
  course: string;
  returnedAt: number;
}

/** What a person submitted and got back, the newest first. One query. */
export const readReturnedWork = (person: Pick<Actor, 'id'>): Promise<ReturnedWork[]> =>
  select(Returned, RETURNED, [person.id, MOST]);

type Work = Omit<Extract<Block, { kind: 'work' }>, 'id' | 'title' | 'width' | 'kind' | 'caption'>;

/**
 * What is shown of a round that came back: what was submitted, and, where its owner wants that, what the teacher said at its end.
 *
 * @param which its packet's id and its number
 * @throws NotHere where no such round of theirs came back
 */
export async function workOf(person: Actor, portfolioId: string, which: string, remarks: boolean): Promise<Work> {
  const [packetId = '', no = '0'] = which.split(' ');
  return inTransaction(async (tx) => {
    const [row] = which === '' ? [] : await select(Round, ROUND, [person.id, packetId, Number(no)], tx);
    if (!row) throw new NotHere('This work');
    const files: string[] = [];
    for (const { name, sha256 } of row.pieces)
      files.push(await noteFile(portfolioId, { name, sha256, shown: sha256, picture: false }, tx));
    const { course, submittedAt, links, by, words } = row;
    const said = remarks && by !== null && words ? { by, words } : null;
    return { packetId, round: Number(no), course, submittedAt, files, links, said };
  });
}

/** More than a list can be chosen from. */
const MOST = 200;
const Returned = z.object({
  packetId: z.string(),
  round: z.number(),
  title: z.string(),
  course: z.string(),
  returnedAt: z.number()
});
const OWN_RETURNED = `
  from packets_of_people w join packets p on p.id = w.packet_id join assignments a on a.id = p.assignment_id
  join courses c on c.id = a.course_id
  join rounds r on r.packet_id = p.id join lateral (
    select m.returned_at, m.remark, t.name as by from marks m join people t on t.id = m.by_person
    where m.packet_id = p.id and m.round_no = r.no and m.returned_at is not null order by m.returned_at desc limit 1) m on true
  where w.person_id = $1`;
const RETURNED = `
  select p.id as "packetId", r.no as round, a.title, c.title as course, ${ms('m.returned_at')} as "returnedAt"
  ${OWN_RETURNED} order by m.returned_at desc limit $2`;
const Round = z.object({
  course: z.string(),
  submittedAt: z.number(),
  by: z.string().nullable(),
  words: z.string().nullable(),
  links: z.array(z.string()),
  pieces: z.array(z.object({ name: z.string(), sha256: z.string() }))
});
const ROUND = `
  select c.title as course, ${ms('r.submitted_at')} as "submittedAt", m.by, m.remark as words,
    coalesce((select json_agg(f.url order by f.id) from round_pieces f where f.packet_id = p.id and f.round_no = r.no and f.url is not null), '[]') as links,
    ${jsonRows(`select f.name, f.sha256 from round_pieces f where f.packet_id = p.id and f.round_no = r.no and f.sha256 is not null
      and f.url is null order by f.id limit 60`)} as pieces
  ${OWN_RETURNED} and p.id = $2 and r.no = $3`;
