import type { Readable } from 'node:stream';
import yazl from 'yazl';
import { z } from 'zod';
import { asMarkdown, type Named } from '$core/portfolio/as-page';
import { filesIn, type Body } from '$core/portfolio/body';
import { fileInFolder } from '$core/portfolio/folder';
import type { PortfolioRefusal } from '$core/portfolio/refusals';
import { setAs } from '$core/pages/set-as';
import { registerBlob } from '../blobs/register';
import { openSound } from '../blobs/sound';
import { storeText } from '../blobs/store-text';
import type { StoredFile } from '../blobs/stored-file';
import { clock } from '../clock';
import { execute, inTransaction, select } from '../db/connection';
import { formOf } from '../pages/print';
import type { Outcome } from '../outcome';

/**
 * A portfolio, or one page of it, as one page with its pictures: what a packet takes, and what is printed.
 *
 * @param pageId null for all of it
 * @returns refused where nothing stands there yet
 */
export async function asOnePage(
  portfolioId: string,
  body: Body,
  pageId: string | null
): Promise<Outcome<{ file: StoredFile }, PortfolioRefusal>> {
  const pages = body.pages.filter(({ id }) => pageId === null || id === pageId);
  if (pages.every(({ blocks }) => blocks.length === 0)) return { ok: false, why: 'portfolio-empty' };
  const rows = await select(Row, FILES, [portfolioId, filesIn({ pages })]);
  const named = new Map(
    rows.map(({ id, name, sha256, mediaType, picture }): [string, Named] => [
      id,
      { name, picture: picture ? { sha256, mediaType } : null }
    ])
  );
  const blob = await storeText(asMarkdown(body, pages, named), 'text/markdown');
  await inTransaction(async (tx) => {
    await registerBlob(blob, tx);
    await execute(PICTURES, [blob.sha256, rows.filter(({ picture }) => picture).map(({ sha256 }) => sha256)], tx);
  });
  const title = pageId === null ? body.title : (pages[0]?.title ?? body.title);
  return { ok: true, file: { ...blob, name: `${title}.md` } };
}

/** The same, printed. @throws TooCostly, NotNow as parsing does */
export async function asPdf(
  portfolioId: string,
  body: Body,
  pageId: string | null
): Promise<Outcome<{ file: StoredFile }, PortfolioRefusal>> {
  const page = await asOnePage(portfolioId, body, pageId);
  return page.ok ? { ok: true, file: await formOf(page.file, 'pdf', setAs({})) } : page;
}

/**
 * A folder that opens anywhere: pages of HTML with their files beside them, as a ZIP that streams.
 *
 * @param pages the documents by their names
 */
export async function asFolder(portfolioId: string, body: Body, pages: ReadonlyMap<string, string>): Promise<Readable> {
  const rows = await select(Row, FILES, [portfolioId, filesIn(body)]);
  const zip = new yazl.ZipFile();
  const output = zip.outputStream as Readable;
  zip.on('error', (error: Error) => output.destroy(error));
  const mtime = new Date(clock.now());
  for (const [name, text] of pages) zip.addBuffer(Buffer.from(text), name, { mtime });
  for (const { id, name, sha256, size } of rows)
    zip.addReadStreamLazy(fileInFolder({ id, name }), { mtime, size, compress: false }, (give) => {
      openSound({ sha256, size }).then(
        (bytes) => give(null, bytes),
        (error: Error) => output.destroy(error)
      );
    });
  zip.end();
  return output;
}

const Row = z.object({
  id: z.string(),
  name: z.string(),
  sha256: z.string(),
  size: z.number(),
  mediaType: z.string(),
  picture: z.boolean()
});
const FILES = `
  select q.id, q.name, q.sha256, b.size::float8 as size, b.media_type as "mediaType", q.picture
  from portfolio_files q join blobs b on b.sha256 = q.sha256 where q.portfolio_id = $1 and q.id = any($2::uuid[]) order by q.id`;
const PICTURES = `
  insert into blob_pictures (sha256, picture_sha256) select $1, n from unnest($2::text[]) n on conflict do nothing`;
