import { z } from 'zod';
import { toMarkdown } from '$core/pages/markdown';
import { pageOf } from '$core/pages/merge';
import { PICTURE } from '$core/pages/picture-name';
import { picturesOf } from '$core/pages/sound';
import type { Moment } from '$core/time/moment';
import { registerBlob } from '../blobs/register';
import { BlobRefused, type StoredBlob } from '../blobs/store';
import { storeText } from '../blobs/store-text';
import { execute, select, type Tx } from '../db/connection';
import { answersText } from '../questions/answers';
import { findDraft, openDraft } from './draft';

/**
 * Makes the bytes of a page, or of answers, of what was written on it since they were last made, and the same on the Shelf. A version of the file
 * on the Shelf is written on until a round holds it. Under the packet's lock.
 *
 * @returns null where they say the same already, or where there is no room for them: then what was written stays where it is
 */
export async function flushPage(pieceId: string, now: Moment, tx: Tx): Promise<StoredBlob | null> {
  const [page] = await select(Written, `${WRITTEN} and p.id = $1`, [pieceId], tx);
  return page ? flush(page, now, tx) : null;
}

/** The same for every page of a packet: before it is frozen, and before its pieces leave. */
export async function flushPages(packetId: string, now: Moment, tx: Tx): Promise<void> {
  const pages = await select(Written, `${WRITTEN} and p.packet_id = $1`, [packetId], tx);
  for (const page of pages) await flush(page, now, tx);
}

async function flush(page: Written, now: Moment, tx: Tx): Promise<StoredBlob | null> {
  const { id, kind, fileId, file, version, held } = page;
  const { text, pictures, done } = await (WRITTEN_AS[kind] ?? asPage)(id, tx);
  const blob = await storeText(text || '\n', 'text/markdown').catch((error: unknown) => {
    if (error instanceof BlobRefused) return null;
    throw error;
  });
  if (blob === null) return null;
  await registerBlob(blob, tx);
  await layPictures(id, blob, pictures, tx);
  const at = new Date(now);
  const next = held && blob.sha256 !== page.sha256 ? version + 1 : version;
  // Its file on the Shelf goes along, where nothing else was put in its place there.
  const follows = fileId !== null && file === page.sha256;
  if (follows) {
    await execute(VERSION, [fileId, next, blob.sha256, at], tx);
    await execute(FILE, [fileId, next, blob.sha256, at], tx);
  }
  await execute(
    'update pieces set sha256 = $2, shelf_version = $3, printed = case when sha256 = $2 then printed end where id = $1',
    [id, blob.sha256, follows ? next : page.pieceVersion],
    tx
  );
  await execute(done, [id], tx);
  return blob;
}

/** The pictures that a page shows lie beside its bytes, for as long as these do. Of others than its own it has none. */
export async function layPictures(
  pieceId: string,
  { sha256 }: StoredBlob,
  names: readonly string[],
  tx: Tx
): Promise<void> {
  const pictures = names.flatMap((name) => PICTURE.exec(name)?.[1] ?? []);
  if (pictures.length > 0) await execute(LAY, [sha256, pieceId, pictures], tx);
}

interface AsText {
  text: string;
  pictures: string[];
  /** Notes that the bytes say the same. */
  done: string;
}

async function asPage(pieceId: string, tx: Tx): Promise<AsText> {
  const page = pageOf(await openDraft(await findDraft(pieceId, tx), tx));
  const done = 'update page_drafts set flushed = true where piece_id = $1';
  return { text: toMarkdown(page), pictures: picturesOf(page), done };
}

/** How each kind of what is written here becomes text; any other is a page. */
const WRITTEN_AS: Partial<Record<string, (pieceId: string, tx: Tx) => Promise<AsText>>> = {
  answers: async (pieceId, tx) => ({
    ...(await answersText(pieceId, tx)),
    done: 'update answer_drafts set flushed = true where piece_id = $1'
  })
};

const Written = z.object({
  id: z.string(),
  kind: z.string(),
  sha256: z.string(),
  pieceVersion: z.number().nullable(),
  fileId: z.string().nullable(),
  /** What the Shelf has now, and as which version. */
  file: z.string().nullable(),
  version: z.number(),
  /** A round holds the bytes that the piece has. */
  held: z.boolean()
});
type Written = z.infer<typeof Written>;
const WRITTEN = `
  select p.id, p.kind, p.sha256, p.shelf_version as "pieceVersion", f.id as "fileId", f.sha256 as file,
    coalesce(f.version, 0) as version, exists (select 1 from round_pieces r where r.sha256 = p.sha256) as held
  from (select piece_id from page_drafts where not flushed union all
    select piece_id from answer_drafts where not flushed) d
  join pieces p on p.id = d.piece_id left join shelf_files f on f.id = p.shelf_file_id
  where true`;
const VERSION = `
  insert into shelf_versions (file_id, no, sha256, at) values ($1, $2, $3, $4)
  on conflict (file_id, no) do update set sha256 = excluded.sha256, at = excluded.at`;
const FILE = 'update shelf_files set version = $2, sha256 = $3, changed_at = $4 where id = $1';
const LAY = `
  insert into blob_pictures (sha256, picture_sha256)
  select $1, n from unnest($3::text[]) n
  where exists (select 1 from page_pictures i where i.piece_id = $2 and i.sha256 = n)
    or exists (select 1 from pieces p join place_pictures i on i.deliverable_id = p.deliverable_id
      where p.id = $2 and i.sha256 = n)
    or exists (select 1 from pieces p join blob_pictures i on i.sha256 = p.sha256 where p.id = $2 and i.picture_sha256 = n)
  on conflict do nothing`;
