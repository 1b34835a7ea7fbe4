import { z } from 'zod';
import { Body, filesIn } from '$core/portfolio/body';
import { differences } from '$core/portfolio/differences';
import type { PortfolioRefusal } from '$core/portfolio/refusals';
import type { Actor } from '$core/people/policy';
import { execute, ms, select, type Tx } from '../db/connection';
import { NotHere, type Outcome } from '../outcome';
import { dropUnshown } from './files';
import { changing, holding, ownPortfolio } from './own';
import { bodyOf } from './body-of';

/** So many publications are kept; the oldest goes with what only it showed. */
const KEPT = 30;

/** When something was published. */
export interface PublishedAt {
  no: number;
  at: number;
}

/**
 * Publishes a portfolio as it is now: whoever it is open to sees that, and nothing that is changed after, until it is published again.
 *
 * @returns refused where nothing has changed
 */
export async function publishPortfolio(
  person: Actor,
  { id }: { id: string }
): Promise<Outcome<{ no: number }, PortfolioRefusal>> {
  return holding(person, id, async (tx, now) => {
    const own = await ownPortfolio(person, id, tx);
    const before = own.published === null ? null : await bodyNo(id, own.published, tx);
    const body = bodyOf(own);
    if (before !== null && differences(before, body).length === 0)
      return { ok: false, why: 'nothing-to-publish' } as const;
    return { ok: true, no: await keep(id, body, now, tx) } as const;
  });
}

/** Shows an earlier publication again, as a new one. What its owner is changing stays as it is. */
export async function showAgain(
  person: Actor,
  { id, no }: { id: string; no: number }
): Promise<Outcome<{ no: number }, PortfolioRefusal>> {
  return holding(person, id, async (tx, now) => {
    const body = await bodyNo(id, no, tx);
    if (body === null) return { ok: false, why: 'no-such-publication' } as const;
    return { ok: true, no: await keep(id, body, now, tx) } as const;
  });
}

/** Takes an earlier publication for what is being changed: every page is as it was then. What was there is gone, unless it was published. */
export async function workOnAgain(
  person: Actor,
  { id, no }: { id: string; no: number }
): Promise<Outcome<object, PortfolioRefusal>> {
  return changing(person, id, async (tx, now) => {
    const body = await bodyNo(id, no, tx);
    if (body === null) return { ok: false, why: 'no-such-publication' } as const;
    await execute('update portfolios set title = $2, about = $3 where id = $1', [id, body.title, body.about], tx);
    await execute('delete from portfolio_pages where portfolio_id = $1', [id], tx);
    await execute(PAGES, [id, JSON.stringify(body.pages), now], tx);
    return { ok: true } as const;
  });
}

/** Takes what is published away: nobody but its owner sees anything, until it is published again. */
export function unpublish(person: Actor, { id }: { id: string }): Promise<void> {
  return holding(person, id, (tx) => execute('update portfolios set published = null where id = $1', [id], tx));
}

/** All publications that are kept, the newest first. One query. @throws NotHere where the portfolio is not theirs */
export async function readPublications(person: Actor, id: string): Promise<PublishedAt[]> {
  await ownPortfolio(person, id);
  return select(
    At,
    `select no, ${ms('at')} as at from portfolio_publications where portfolio_id = $1 order by no desc`,
    [id]
  );
}

/** What was published under a number. @throws NotHere where the portfolio is not theirs, or nothing of that number is kept */
export async function readPublication(person: Actor, id: string, no: number): Promise<Body> {
  await ownPortfolio(person, id);
  const body = await bodyNo(id, no);
  if (body === null) throw new NotHere('This publication');
  return body;
}

async function bodyNo(id: string, no: number, tx?: Tx): Promise<Body | null> {
  const [row] = await select(
    Kept,
    'select body from portfolio_publications where portfolio_id = $1 and no = $2',
    [id, no],
    tx
  );
  return row?.body ?? null;
}

async function keep(id: string, body: Body, now: Date, tx: Tx): Promise<number> {
  const [made] = await select(z.object({ no: z.number() }), ADD, [id, now, JSON.stringify(body), filesIn(body)], tx);
  const no = made?.no ?? 1;
  await execute('update portfolios set published = $2 where id = $1', [id, no], tx);
  await execute('delete from portfolio_publications where portfolio_id = $1 and no <= $2', [id, no - KEPT], tx);
  await dropUnshown(id, tx);
  return no;
}

const At = z.object({ no: z.number(), at: z.number() });
const Kept = z.object({ body: Body });
const ADD = `
  insert into portfolio_publications (portfolio_id, no, at, body, files)
  select $1, coalesce(max(no), 0) + 1, $2, $3, $4 from portfolio_publications where portfolio_id = $1 returning no`;
const PAGES = `
  insert into portfolio_pages (id, portfolio_id, position, title, blocks, changed_at)
  select (g ->> 'id')::uuid, $1, n, g ->> 'title', g -> 'blocks', $3 from jsonb_array_elements($2::jsonb) with ordinality x (g, n)`;
