import { z } from 'zod';
import type { SourceName } from '$core/materials/source';
import { PICTURE } from '$core/pages/picture-name';
import type { Actor } from '$core/people/policy';
import type { StoredFile } from '../blobs/stored-file';
import { select } from '../db/connection';
import { NotHere } from '../outcome';
import { bytesOf, find } from './find';

/**
 * A picture that a page shows, for whoever may read the page: beside its bytes, and while it is written beside the
 * piece, or where its teacher put it.
 *
 * @param name as it stands on the page, without the folder
 * @throws NotHere where the page shows no such picture, or there is nothing for this person
 */
export async function openPagePicture(
  person: Actor,
  source: SourceName,
  id: string,
  name: string
): Promise<StoredFile> {
  const { sha256 } = bytesOf(await find(person, source, id));
  const picture = PICTURE.exec(`pictures/${name}`)?.[1];
  const [blob] =
    picture === undefined ? [] : await select(Blob, BESIDE, [sha256, picture, source === 'pieces' ? id : null]);
  if (!blob) throw new NotHere('This picture');
  return { ...blob, name };
}

const Blob = z.object({ sha256: z.string(), size: z.number(), mediaType: z.string() });
const BESIDE = `
  select b.sha256, b.size::float8 as size, b.media_type as "mediaType" from blobs b where b.sha256 = $2 and (
    exists (select 1 from blob_pictures i where i.sha256 = $1 and i.picture_sha256 = b.sha256)
    or exists (select 1 from page_pictures i where i.piece_id = $3::uuid and i.sha256 = b.sha256)
    or exists (select 1 from pieces p join place_pictures i on i.deliverable_id = p.deliverable_id
      where p.id = $3::uuid and i.sha256 = b.sha256))`;
