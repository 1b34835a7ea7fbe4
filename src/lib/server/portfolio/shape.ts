import { z } from 'zod';
import { MOST_PAGES } from '$core/portfolio/blocks';
import type { PortfolioRefusal } from '$core/portfolio/refusals';
import type { Actor } from '$core/people/policy';
import { clock } from '../clock';
import { execute, inTransaction, select } from '../db/connection';
import { NotHere, type Outcome } from '../outcome';
import { changing } from './own';

/** More than anybody shows. */
const MOST = 20;

export const Title = z.string().trim().min(1, 'Give it a title.').max(120, 'A title holds 120 characters at most.');
export const About = z.string().trim().max(600, 'What stands below the title holds 600 characters at most.');

/** Begins a portfolio with one empty page. Nobody else sees it before its owner opens and publishes it. */
export async function makePortfolio(
  person: Actor,
  { title }: { title: string }
): Promise<Outcome<{ id: string }, PortfolioRefusal>> {
  return inTransaction(async (tx) => {
    await execute('select pg_advisory_xact_lock(hashtextextended($1, 42))', [person.id], tx);
    const [count] = await select(
      Count,
      'select count(*)::int as n from portfolios where owner_id = $1',
      [person.id],
      tx
    );
    if ((count?.n ?? 0) >= MOST) return { ok: false, why: 'too-many-portfolios' };
    const now = new Date(clock.now());
    const [made] = await select(
      Id,
      'insert into portfolios (owner_id, title, made_at, changed_at) values ($1, $2, $3, $3) returning id',
      [person.id, title, now],
      tx
    );
    if (!made) throw new Error('A portfolio was not made.');
    await execute(ADD_PAGE, [made.id, 'First page', now], tx);
    return { ok: true, id: made.id };
  });
}

/** Changes what stands at its head. */
export function changePortfolio(
  person: Actor,
  { id, title, about }: { id: string; title: string; about: string }
): Promise<void> {
  return changing(person, id, (tx) =>
    execute('update portfolios set title = $2, about = $3 where id = $1', [id, title, about], tx)
  );
}

/** Takes a portfolio away with all that was published of it. Copies in packets and files of the Shelf stay. */
export async function removePortfolio(person: Actor, { id }: { id: string }): Promise<void> {
  await changing(person, id, (tx) => execute('delete from portfolios where id = $1', [id], tx));
}

/** Adds a page at the end. */
export function addPage(
  person: Actor,
  { id, title }: { id: string; title: string }
): Promise<Outcome<{ pageId: string }, PortfolioRefusal>> {
  return changing(person, id, async (tx, now) => {
    const [count] = await select(
      Count,
      'select count(*)::int as n from portfolio_pages where portfolio_id = $1',
      [id],
      tx
    );
    if ((count?.n ?? 0) >= MOST_PAGES) return { ok: false, why: 'portfolio-pages-full' } as const;
    const [page] = await select(Id, ADD_PAGE, [id, title, now], tx);
    return { ok: true, pageId: page?.id ?? '' } as const;
  });
}

export function renamePage(
  person: Actor,
  { id, pageId, title }: { id: string; pageId: string; title: string }
): Promise<void> {
  return changing(person, id, async (tx, now) => {
    const [page] = await select(
      Id,
      'update portfolio_pages set title = $3, changed_at = $4 where id = $1 and portfolio_id = $2 returning id',
      [pageId, id, title, now],
      tx
    );
    if (!page) throw new NotHere('This page');
  });
}

/** Moves a page to a place, 0 for the first. */
export function movePage(person: Actor, { id, pageId, to }: { id: string; pageId: string; to: number }): Promise<void> {
  return changing(person, id, async (tx) => {
    const pages = await select(Id, PAGES, [id], tx);
    const rest = pages.map((page) => page.id).filter((one) => one !== pageId);
    if (rest.length === pages.length) throw new NotHere('This page');
    rest.splice(Math.max(0, Math.min(to, rest.length)), 0, pageId);
    await execute(
      'update portfolio_pages g set position = o.n from unnest($2::uuid[]) with ordinality o (id, n) where g.id = o.id and g.portfolio_id = $1',
      [id, rest],
      tx
    );
  });
}

/** Takes a page off. What was published keeps it until the next publication. */
export function removePage(person: Actor, { id, pageId }: { id: string; pageId: string }): Promise<void> {
  return changing(person, id, async (tx) => {
    const gone = 'delete from portfolio_pages where id = $1 and portfolio_id = $2 returning id';
    const [page] = await select(Id, gone, [pageId, id], tx);
    if (!page) throw new NotHere('This page');
  });
}

const Id = z.object({ id: z.string() });
const Count = z.object({ n: z.number() });
const PAGES = 'select id from portfolio_pages where portfolio_id = $1 order by position, id';
const ADD_PAGE = `
  insert into portfolio_pages (portfolio_id, position, title, changed_at)
  select $1, coalesce(max(position), 0) + 1, $2, $3 from portfolio_pages where portfolio_id = $1 returning id`;
