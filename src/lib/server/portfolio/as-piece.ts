import { z } from 'zod';
import type { Refusal } from '$core/packets/allowed';
import type { PortfolioRefusal } from '$core/portfolio/refusals';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { execute, select } from '../db/connection';
import { addFile } from '../gathering/pieces';
import { NotHere, type Outcome } from '../outcome';
import { asOnePage } from './forms';
import { ownPortfolio } from './own';

/** What is taken of a portfolio, and where it is put. */
export interface PortfolioToTake {
  assignmentId: string;
  deliverableId: string | null;
  portfolioId: string;
  /** Null for all of it. */
  pageId: string | null;
  key: string | null;
  /** The copy whose place it takes. */
  insteadOf?: string[];
}
type Answer = Outcome<{ pieceId: string }, Refusal | PieceRefusal | PortfolioRefusal>;

/**
 * Puts a copy of a portfolio, as it stands now, into a place of the student's own packet. The portfolio can be worked on; the copy stays.
 *
 * @throws NotHere where the portfolio is not theirs, or the packet
 */
export async function takePortfolio(person: Actor, taken: PortfolioToTake): Promise<Answer> {
  const { portfolioId, pageId, assignmentId, deliverableId, key, insteadOf = [] } = taken;
  const own = await ownPortfolio(person, portfolioId);
  if (pageId !== null && own.pages.every(({ id }) => id !== pageId)) throw new NotHere('This page');
  const made = await asOnePage(portfolioId, own, pageId);
  if (!made.ok) return made;
  const { name, sha256, size, mediaType } = made.file;
  const blob = { sha256, size, mediaType };
  const added = await addFile(person, { assignmentId, deliverableId, name, blob, key, came: 'portfolio', insteadOf });
  if (added.ok) await execute(OF, [added.pieceId, portfolioId, pageId]);
  return added;
}

/** Takes a copy of what the portfolio shows now in place of an older one. @throws NotHere where there is no such copy of theirs */
export async function takeNewCopy(
  person: Actor,
  { assignmentId, pieceId }: { assignmentId: string; pieceId: string }
): Promise<Answer> {
  const [copy] = await select(Copy, COPY, [pieceId, person.id, assignmentId]);
  if (!copy) throw new NotHere('This copy');
  return takePortfolio(person, { ...copy, assignmentId, key: null, insteadOf: [pieceId] });
}

/** A person's portfolios with the titles of their pages, to choose from. One query. */
export const readToTake = (person: Pick<Actor, 'id'>): Promise<Array<z.infer<typeof ToTake>>> =>
  select(ToTake, TO_TAKE, [person.id]);

const OF = 'update pieces set portfolio_id = $2, portfolio_page = $3 where id = $1';
const Copy = z.object({ portfolioId: z.string(), pageId: z.string().nullable(), deliverableId: z.string().nullable() });
const COPY = `
  select p.portfolio_id as "portfolioId", p.portfolio_page as "pageId", p.deliverable_id as "deliverableId"
  from pieces p join packets k on k.id = p.packet_id join party_members m on m.party_id = k.party_id and m.person_id = $2
  where p.id = $1 and k.assignment_id = $3 and p.kind = 'portfolio' and p.portfolio_id is not null`;
const ToTake = z.object({
  id: z.string(),
  title: z.string(),
  pages: z.array(z.object({ id: z.string(), title: z.string() }))
});
const TO_TAKE = `
  select f.id, f.title, coalesce((select json_agg(json_build_object('id', g.id, 'title', g.title) order by g.position, g.id)
    from portfolio_pages g where g.portfolio_id = f.id), '[]') as pages
  from portfolios f where f.owner_id = $1 order by f.changed_at desc, f.id`;
