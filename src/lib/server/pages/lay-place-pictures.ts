import { PICTURE } from '$core/pages/picture-name';
import { execute, type Tx } from '../db/connection';

/** Lays pictures of a place beside bytes that show them. @param names as they stand on the page; others than the place's are left out */
export async function layPlacePictures(
  sha256: string,
  deliverableId: string,
  names: readonly string[],
  tx?: Tx
): Promise<void> {
  const pictures = names.flatMap((name) => PICTURE.exec(name)?.[1] ?? []);
  if (pictures.length > 0) await execute(LAY, [sha256, deliverableId, pictures], tx);
}

const LAY = `
  insert into blob_pictures (sha256, picture_sha256)
  select $1, sha256 from place_pictures where deliverable_id = $2 and sha256 = any($3::text[]) on conflict do nothing`;
