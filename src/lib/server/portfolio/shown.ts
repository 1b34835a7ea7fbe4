import { createHash, timingSafeEqual } from 'node:crypto';
import { z } from 'zod';
import { Body, type PortfolioFile } from '$core/portfolio/body';
import type { PortfolioRefusal } from '$core/portfolio/refusals';
import { linkState, type LinkState } from '$core/portfolio/visitors';
import type { Actor } from '$core/people/policy';
import { MINUTE } from '$core/time/moment';
import { passwordFits } from '../auth/passwords';
import type { StoredFile } from '../blobs/stored-file';
import { clock } from '../clock';
import { execute, jsonRows, ms, select } from '../db/connection';
import { NotHere, type Outcome } from '../outcome';
import { FileOf } from './files';

/** What is published of a portfolio, as whoever comes by sees it. */
export interface Shown {
  id: string;
  owner: string;
  body: Body;
  files: PortfolioFile[];
  publishedAt: number;
}

/** What whoever follows a link meets. */
export type Met = { state: 'open'; shown: Shown } | { state: Exclude<LinkState, 'open'> | 'unpublished' };

/** Wrong passwords that one link takes in a quarter of an hour. */
const TRIES = 20;
const TRIES_LAST = 15 * MINUTE;

/**
 * What a link opens. One query, and another the first time that something published is read.
 *
 * @param proof what the browser has kept since its password was said; null where it has nothing
 * @throws NotHere where no link was ever called that
 */
export async function followLink(token: string, proof: string | null): Promise<Met> {
  const [row] = await select(LinkRow, BY_LINK, [token]);
  if (!row) throw new NotHere('This address');
  const state = stateFor(row, token, proof);
  if (state !== 'open') return { state };
  if (row.no === null || row.publishedAt === null) return { state: 'unpublished' };
  const { id, owner, publishedAt } = row;
  return { state, shown: { id, owner, publishedAt, ...(await publication(id, row.no, publishedAt)) } };
}

type Publication = Pick<Shown, 'body' | 'files'>;
/** What was published never changes: it is read once, and kept by what names it while there is room. */
const read = new Map<string, Publication>();
const MOST_READ = 100;

async function publication(id: string, no: number, at: number): Promise<Publication> {
  const key = `${id} ${no} ${at}`;
  const known = read.get(key);
  if (known) return known;
  const [row] = await select(PublicationRow, PUBLICATION, [id, no]);
  if (!row) throw new NotHere('This publication');
  const [oldest] = read.keys();
  if (read.size >= MOST_READ && oldest !== undefined) read.delete(oldest);
  read.set(key, row);
  return row;
}

/**
 * Says the password of a link.
 *
 * @returns what the browser keeps, so that it need not be said again while the link has that password
 */
export async function unlock(token: string, password: string): Promise<Outcome<{ proof: string }, PortfolioRefusal>> {
  const now = clock.now();
  const [row] = await select(Locked, LOCKED, [token]);
  if (!row) throw new NotHere('This address');
  if (row.hash === null) return { ok: true, proof: '' };
  const lately = row.triesSince !== null && row.triesSince > now - TRIES_LAST ? row.tries : 0;
  if (lately >= TRIES) return { ok: false, why: 'link-tried-too-often' };
  await execute(TRIED, [token, new Date(now), new Date(now - TRIES_LAST)]);
  if (!(await passwordFits(row.hash, password))) return { ok: false, why: 'wrong-link-password' };
  return { ok: true, proof: proofOf(token, row.hash) };
}

/** What a link does for whoever comes by with a proof of its password, or without one. */
function stateFor({ endsAt, revokedAt, hash }: LinkTerms, token: string, proof: string | null): LinkState {
  const unlocked = hash !== null && proof !== null && same(proof, proofOf(token, hash));
  return linkState({ endsAt, revokedAt, locked: hash !== null }, unlocked, clock.now());
}

const proofOf = (token: string, hash: string) => createHash('sha256').update(`${token} ${hash}`).digest('base64url');
const same = (a: string, b: string) => a.length === b.length && timingSafeEqual(Buffer.from(a), Buffer.from(b));

/** What is published, for somebody of the school to whom it is open. One query. @throws NotHere for everybody else */
export async function readShown(person: Actor, id: string): Promise<Shown> {
  const [row] = await select(ShownRow, BY_PERSON, [id, person.id]);
  if (!row) throw new NotHere('This portfolio');
  return row;
}

/** Portfolios that are open to a person, those of their courses' people first. One query. */
export const readOpenTo = (
  person: Actor
): Promise<Array<{ id: string; title: string; owner: string; publishedAt: number }>> =>
  select(Card, OPEN_TO, [person.id]);

/** The bytes of a file that a link shows. @throws NotHere where it shows no such file, or opens nothing */
export async function openByLink(token: string, fileId: string, proof: string | null): Promise<StoredFile> {
  const [row] = await select(LinkFile, FILE_BY_LINK, [token, fileId]);
  if (!row || stateFor(row, token, proof) !== 'open') throw new NotHere('This file');
  return { name: row.name, sha256: row.sha256, size: row.size, mediaType: row.mediaType };
}

/** The bytes of a file of a portfolio: for its owner all of them, for those to whom it is open what is published. @throws NotHere */
export async function openShownFile(person: Actor, fileId: string): Promise<StoredFile> {
  const [row] = await select(FileRow, FILE_BY_PERSON, [fileId, person.id]);
  if (!row) throw new NotHere('This file');
  return row;
}

/** Whether a portfolio `f` is open to the person `$2`, as SQL: of the school, of a course of theirs, or as a teacher of its owner. */
export const OPEN_TO_PERSON = `(
  f.for_school and not exists (select 1 from school_roles v where v.person_id = $2 and v.role = 'guardian')
  or f.for_teachers and exists (select 1 from enrolments t join enrolments s on s.course_id = t.course_id
    where t.person_id = $2 and t.role = 'teacher' and t.left_at is null and s.person_id = f.owner_id and s.left_at is null)
  or exists (select 1 from enrolments m where m.person_id = $2 and m.left_at is null and m.course_id = any(f.for_courses)))`;

const FILES = jsonRows(`
  select q.id, q.name, b.media_type as "mediaType", b.size::float8 as size, o.size::float8 as original, q.picture
  from portfolio_files q join blobs b on b.sha256 = q.sha256 join blobs o on o.sha256 = q.original_sha256 where q.id = any(p.files)`);
const SHOWN = `f.id, w.name as owner, p.body, ${ms('p.at')} as "publishedAt", ${FILES} as files`;
const ShownRow = z.object({
  id: z.string(),
  owner: z.string(),
  body: Body,
  publishedAt: z.number(),
  files: z.array(FileOf)
});
const LinkTerms = z.object({
  endsAt: z.number().nullable(),
  revokedAt: z.number().nullable(),
  hash: z.string().nullable()
});
type LinkTerms = z.infer<typeof LinkTerms>;
const TERMS = `${ms('l.ends_at')} as "endsAt", ${ms('l.revoked_at')} as "revokedAt", l.password_hash as hash`;
const LinkRow = LinkTerms.extend({
  id: z.string(),
  owner: z.string(),
  no: z.number().nullable(),
  publishedAt: z.number().nullable()
});
const BY_LINK = `
  select f.id, w.name as owner, p.no, ${ms('p.at')} as "publishedAt", ${TERMS}
  from portfolio_links l join portfolios f on f.id = l.portfolio_id join people w on w.id = f.owner_id
  left join portfolio_publications p on p.portfolio_id = f.id and p.no = f.published where l.token = $1`;
const PublicationRow = z.object({ body: Body, files: z.array(FileOf) });
const PUBLICATION = `select p.body, ${FILES} as files from portfolio_publications p where p.portfolio_id = $1 and p.no = $2`;
const BY_PERSON = `
  select ${SHOWN} from portfolios f join people w on w.id = f.owner_id
  join portfolio_publications p on p.portfolio_id = f.id and p.no = f.published
  where f.id = $1 and (f.owner_id = $2 or ${OPEN_TO_PERSON})`;
const Card = z.object({ id: z.string(), title: z.string(), owner: z.string(), publishedAt: z.number() });
const OPEN_TO = `
  select f.id, p.body ->> 'title' as title, w.name as owner, ${ms('p.at')} as "publishedAt"
  from (select $1::uuid as me) x, portfolios f join people w on w.id = f.owner_id
  join portfolio_publications p on p.portfolio_id = f.id and p.no = f.published
  where f.owner_id <> x.me and ${OPEN_TO_PERSON.replaceAll('$2', 'x.me')}
  order by not f.for_courses && array(select course_id from enrolments where person_id = x.me), p.at desc limit 100`;
const Locked = z.object({ hash: z.string().nullable(), tries: z.number(), triesSince: z.number().nullable() });
const LOCKED = `
  select password_hash as hash, tries, ${ms('tries_since')} as "triesSince" from portfolio_links where token = $1 and revoked_at is null`;
const TRIED = `
  update portfolio_links set tries = case when tries_since > $3 then tries + 1 else 1 end,
    tries_since = case when tries_since > $3 then tries_since else $2 end where token = $1`;
const FileRow = z.object({ name: z.string(), sha256: z.string(), size: z.number(), mediaType: z.string() });
const FILE = 'q.name, q.sha256, b.size::float8 as size, b.media_type as "mediaType"';
const LinkFile = FileRow.extend(LinkTerms.shape);
const FILE_BY_LINK = `
  select ${FILE}, ${TERMS}
  from portfolio_links l join portfolios f on f.id = l.portfolio_id
  join portfolio_publications p on p.portfolio_id = f.id and p.no = f.published and $2 = any(p.files)
  join portfolio_files q on q.id = $2 join blobs b on b.sha256 = q.sha256 where l.token = $1`;
const FILE_BY_PERSON = `
  select ${FILE} from portfolio_files q join portfolios f on f.id = q.portfolio_id join blobs b on b.sha256 = q.sha256
  left join portfolio_publications p on p.portfolio_id = f.id and p.no = f.published
  where q.id = $1 and (f.owner_id = $2 or q.id = any(p.files) and ${OPEN_TO_PERSON})`;
