import { z } from 'zod';
import { select } from '../db/connection';
import { NotHere } from '../outcome';
import type { StoredFile } from '../blobs/stored-file';

/** The PDF that was made of an office file which the caller may read. */
export async function openAsPdf(file: StoredFile): Promise<StoredFile> {
  const [pdf] = await select(
    z.object({ sha256: z.string(), size: z.number(), mediaType: z.string() }),
    `select b.sha256, b.size::float8 as size, b.media_type as "mediaType"
     from blob_pdfs m join blobs b on b.sha256 = m.pdf_sha256 where m.sha256 = $1`,
    [file.sha256]
  );
  if (!pdf) throw new NotHere('This PDF');
  return { ...pdf, name: `${file.name}.pdf` };
}
