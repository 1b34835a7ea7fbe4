import { z } from 'zod';
import type { Actor } from '$core/people/policy';
import { ms, select } from '../db/connection';
import { clock } from '../clock';
import { unpublished } from '../packets/unpublished';

/** One of a person's own portfolios, in a list. */
export interface PortfolioCard {
  id: string;
  title: string;
  pages: number;
  changedAt: number;
  publishedAt: number | null;
  /** Something is other than what is published. */
  unpublished: boolean;
  teachers: boolean;
  school: boolean;
  courses: string[];
  links: number;
}

/** A person's own portfolios, the one changed last first. One query. */
export const readMine = (person: Pick<Actor, 'id'>): Promise<PortfolioCard[]> =>
  select(Card, MINE, [person.id, new Date(clock.now())]);

/** Portfolios of a person's that others see, and that were changed since. One query. */
export const readUnseenChanges = (person: Pick<Actor, 'id'>): Promise<Array<{ id: string; title: string }>> =>
  select(z.object({ id: z.string(), title: z.string() }), UNSEEN, [person.id]);

const UNSEEN = `
  select f.id, f.title from portfolios f join portfolio_publications p on p.portfolio_id = f.id and p.no = f.published
  where f.owner_id = $1 and ${unpublished('f', 'p')} order by f.changed_at desc, f.id`;
const Card = z.object({
  id: z.string(),
  title: z.string(),
  pages: z.number(),
  changedAt: z.number(),
  publishedAt: z.number().nullable(),
  unpublished: z.boolean(),
  teachers: z.boolean(),
  school: z.boolean(),
  courses: z.array(z.string()),
  links: z.number()
});
const MINE = `
  select f.id, f.title, (select count(*)::int from portfolio_pages g where g.portfolio_id = f.id) as pages,
    ${ms('f.changed_at')} as "changedAt", ${ms('p.at')} as "publishedAt", ${unpublished('f', 'p')} as unpublished,
    f.for_teachers as teachers, f.for_school as school, f.for_courses as courses,
    (select count(*)::int from portfolio_links l where l.portfolio_id = f.id and l.revoked_at is null and (l.ends_at is null or l.ends_at > $2)) as links
  from portfolios f left join portfolio_publications p on p.portfolio_id = f.id and p.no = f.published
  where f.owner_id = $1 order by f.changed_at desc, f.id`;
