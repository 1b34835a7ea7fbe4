import { z } from 'zod';
import type { PortfolioFile } from '$core/portfolio/body';
import type { PortfolioRefusal } from '$core/portfolio/refusals';
import type { PieceRefusal } from '$core/pieces/refusals';
import { isPicture } from '$core/materials/preview';
import type { Actor } from '$core/people/policy';
import { registerBlob } from '../blobs/register';
import type { StoredFile } from '../blobs/stored-file';
import { clock } from '../clock';
import { execute, inTransaction, select, type Tx } from '../db/connection';
import { broughtToShelf, type Coming } from '../gathering/brought-to-shelf';
import { shrunkPicture } from '../pages/shrunk-picture';
import type { Outcome } from '../outcome';
import { holding, ownPortfolio } from './own';

/** Bytes of what is brought into a portfolio. */
export const LARGEST_SHOWN = 200_000_000;

/** As what a file is shown. */
export type ShownAs = 'picture' | 'recording' | 'file' | 'page';

/**
 * Brings a file into a portfolio: of a device, from where it lies on the Shelf from then on as it came, or of the Shelf. A picture is made as
 * small as a page needs it; the original stays beside it.
 *
 * @throws NotHere where the portfolio or the file is not theirs; BlobRefused as storing does
 */
export async function bringFile(
  person: Actor,
  portfolioId: string,
  coming: Coming,
  shownAs: ShownAs
): Promise<Outcome<{ id: string; file: StoredFile }, PortfolioRefusal | PieceRefusal>> {
  // Whose portfolio it is, before anything is read.
  await ownPortfolio(person, portfolioId);
  const brought = await broughtToShelf(person, coming, LARGEST_SHOWN);
  if (!brought.ok) return brought;
  const { file } = brought;
  if (shownAs === 'recording' && !/^(audio|video)\//.test(file.mediaType)) return { ok: false, why: 'no-recording' };
  if (shownAs === 'page' && !file.name.endsWith('.md')) return { ok: false, why: 'not-written-here' };
  const wanted = shownAs === 'picture' || (shownAs === 'file' && isPicture(file));
  const small = wanted ? await shrunkPicture(file) : null;
  if (shownAs === 'picture' && small === null) return { ok: false, why: 'not-a-picture' };
  return holding(person, portfolioId, async (tx) => {
    if (small) await registerBlob(small, tx);
    const id = await noteFile(
      portfolioId,
      { ...file, shown: small?.sha256 ?? file.sha256, picture: small !== null },
      tx
    );
    return { ok: true, id, file } as const;
  });
}

/** Notes bytes that are stored and registered as a file of a portfolio; the same ones under the same name are noted once. */
export async function noteFile(
  portfolioId: string,
  file: { name: string; sha256: string; shown: string; picture: boolean },
  tx: Tx
): Promise<string> {
  const bind = [portfolioId, file.name, file.shown, file.sha256, file.picture];
  const [known] = await select(Id, KNOWN, bind, tx);
  if (known) return known.id;
  const [made] = await select(Id, NOTE, [...bind, new Date(clock.now())], tx);
  if (!made) throw new Error('A file of a portfolio was not noted.');
  return made.id;
}

/** The files of a portfolio. One query. The caller has asked whose it is. @param ids those alone; null for all */
export const readFiles = (portfolioId: string, ids: readonly string[] | null = null): Promise<PortfolioFile[]> =>
  select(FileOf, FILES, [portfolioId, ids]);

/** Lets go of files that neither pages nor publications show, but for those that may be about to be shown. */
export async function dropUnshown(portfolioId: string, tx: Tx): Promise<void> {
  await execute(DROP, [portfolioId, new Date(clock.now() - 3_600_000)], tx);
}

/** Lets go of all publications but the newest, and of what only they show. @throws NotHere where the portfolio is not theirs */
export function forgetEarlier(person: Actor, { id }: { id: string }): Promise<void> {
  return holding(person, id, async (tx) => {
    await execute(
      'delete from portfolio_publications p using portfolios f where f.id = $1 and p.portfolio_id = f.id and p.no <> f.published',
      [id],
      tx
    );
    await dropUnshown(id, tx);
  });
}

/** Stored bytes that were made here, as a file of a portfolio: of a look at a link, of a round. */
export const noteStored = (
  portfolioId: string,
  file: { name: string; sha256: string; picture: boolean }
): Promise<string> => inTransaction((tx) => noteFile(portfolioId, { ...file, shown: file.sha256 }, tx));

const Id = z.object({ id: z.string() });
const KNOWN = `
  select id from portfolio_files where portfolio_id = $1 and name = $2 and sha256 = $3 and original_sha256 = $4 and picture = $5 limit 1`;
const NOTE = `
  insert into portfolio_files (portfolio_id, name, sha256, original_sha256, picture, brought_at)
  values ($1, $2, $3, $4, $5, $6) returning id`;
/** A file of a portfolio as its pages are given it. */
export const FileOf = z.object({
  id: z.string(),
  name: z.string(),
  mediaType: z.string(),
  size: z.number(),
  original: z.number(),
  picture: z.boolean()
});
const FILES = `
  select f.id, f.name, b.media_type as "mediaType", b.size::float8 as size, o.size::float8 as original, f.picture
  from portfolio_files f join blobs b on b.sha256 = f.sha256 join blobs o on o.sha256 = f.original_sha256
  where f.portfolio_id = $1 and ($2::uuid[] is null or f.id = any($2)) order by f.brought_at, f.id limit 5000`;
const DROP = `
  delete from portfolio_files f where f.portfolio_id = $1 and f.brought_at < $2
    and not exists (select 1 from portfolio_publications p where p.portfolio_id = $1 and f.id = any(p.files))
    and not exists (select 1 from portfolio_pages g where g.portfolio_id = $1
      and (position(f.id::text in g.blocks::text) > 0 or position(f.id::text in coalesce(g.removed::text, '')) > 0))`;
