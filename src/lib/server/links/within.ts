import { z } from 'zod';
import { config } from '../config';
import { select } from '../db/connection';

/** A portfolio that an address of our own leads to. */
export interface Within {
  portfolioId: string;
  ownerId: string;
  /** The page on which one stood, where the address names one. */
  pageId: string | null;
  /** The address at which those to whom it is open read it: whoever follows it need not be its owner. */
  url: string;
  title: string;
  published: boolean;
  /** What is published, in words. */
  text: string;
}

/** What of ours an address leads to; null where it leads elsewhere, or to no portfolio. One query. */
export async function portfolioAt(url: string): Promise<Within | null> {
  const at = new URL(url);
  if (at.origin !== new URL(config.origin).origin) return null;
  const [, room = '', name = ''] = at.pathname.split('/');
  if (room !== 'shown' && !(room === 'portfolios' && ID.test(name))) return null;
  const byLink = room === 'shown';
  const [row] = await select(Row, byLink ? BY_LINK : BY_ID, [name]);
  if (!row) return null;
  const page = /\/pages\/([0-9a-f-]{36})/.exec(at.pathname)?.[1] ?? at.searchParams.get('page');
  const pageId = page && ID.test(page) ? page : null;
  const shown = `${config.origin}/${byLink ? `shown/${name}` : `portfolios/${name}/shown`}`;
  return { ...row, pageId, url: pageId === null ? shown : `${shown}?page=${pageId}` };
}

const ID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
const Row = z.object({
  portfolioId: z.string(),
  ownerId: z.string(),
  title: z.string(),
  published: z.boolean(),
  text: z.string()
});
const SELECT = `
  select f.id as "portfolioId", f.owner_id as "ownerId", f.title, p.no is not null as published,
    coalesce((select string_agg(b ->> 'markdown', ' ') from jsonb_array_elements(p.body -> 'pages') g, jsonb_array_elements(g -> 'blocks') b
      where b ? 'markdown'), '') as text`;
const PUBLISHED = 'left join portfolio_publications p on p.portfolio_id = f.id and p.no = f.published';
const BY_ID = `${SELECT} from portfolios f ${PUBLISHED} where f.id = $1`;
const BY_LINK = `${SELECT} from portfolio_links l join portfolios f on f.id = l.portfolio_id ${PUBLISHED} where l.token = $1`;
