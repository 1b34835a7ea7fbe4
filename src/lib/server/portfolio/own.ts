import { z } from 'zod';
import { Block } from '$core/portfolio/blocks';
import type { Body } from '$core/portfolio/body';
import { mayWithOwn, type Actor } from '$core/people/policy';
import { clock } from '../clock';
import { execute, inTransaction, jsonRows, ms, select, type Tx } from '../db/connection';
import { NotHere } from '../outcome';

/** A portfolio as its owner has it: what is being changed, and to whom it is open. */
export interface OwnPortfolio extends Body {
  id: string;
  teachers: boolean;
  school: boolean;
  courses: string[];
  /** Number of the newest publication, and when it was made; null while nothing is published. */
  published: number | null;
  publishedAt: number | null;
  changedAt: number;
}

/**
 * A person's own portfolio with its pages. One query.
 *
 * @throws NotHere where it is not theirs
 */
export async function ownPortfolio(person: Actor, id: string, tx?: Tx): Promise<OwnPortfolio> {
  const [row] = await select(Row, OWN, [id], tx);
  if (!row || !mayWithOwn(person, row.ownerId)) throw new NotHere('This portfolio');
  return row;
}

/**
 * Does something with a portfolio under its lock.
 *
 * @throws NotHere where it is not theirs
 */
export function holding<T>(person: Actor, id: string, work: (tx: Tx, now: Date) => Promise<T>): Promise<T> {
  return inTransaction(async (tx) => {
    const [row] = await select(
      Owner,
      'select owner_id as "ownerId" from portfolios where id = $1 for update',
      [id],
      tx
    );
    if (!row || !mayWithOwn(person, row.ownerId)) throw new NotHere('This portfolio');
    return work(tx, new Date(clock.now()));
  });
}

/** The same where what it shows is changed: copies of it are of another state from then on. */
export const changing = <T>(person: Actor, id: string, work: (tx: Tx, now: Date) => Promise<T>): Promise<T> =>
  holding(person, id, async (tx, now) => {
    const done = await work(tx, now);
    await execute('update portfolios set changed_at = $2 where id = $1', [id, now], tx);
    return done;
  });

const Owner = z.object({ ownerId: z.string() });
const Page = z.object({ id: z.string(), title: z.string(), blocks: z.array(Block) });
const Row = z.object({
  id: z.string(),
  ownerId: z.string(),
  title: z.string(),
  about: z.string(),
  teachers: z.boolean(),
  school: z.boolean(),
  courses: z.array(z.string()),
  published: z.number().nullable(),
  publishedAt: z.number().nullable(),
  changedAt: z.number(),
  pages: z.array(Page)
});
const OWN = `
  select f.id, f.owner_id as "ownerId", f.title, f.about, f.for_teachers as teachers, f.for_school as school, f.for_courses as courses,
    f.published, ${ms('p.at')} as "publishedAt", ${ms('f.changed_at')} as "changedAt",
    ${jsonRows('select g.id, g.title, g.blocks from portfolio_pages g where g.portfolio_id = f.id order by g.position, g.id')} as pages
  from portfolios f left join portfolio_publications p on p.portfolio_id = f.id and p.no = f.published where f.id = $1`;
