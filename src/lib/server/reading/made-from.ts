import { z } from 'zod';
import { execute, select } from '../db/connection';
import { parseApart } from '../parsing/pool';
import { readDocument } from './read-document';

/**
 * Holds a document of a working packet against what the teacher handed out with the assignment: how much of it is still
 * that, and which of its questions have no answer. Kept for each pair of files.
 */
export async function compareWithHandouts(pieceId: string): Promise<void> {
  const [piece] = await select(File, PIECE, [pieceId]);
  if (!piece) return;
  const handouts = await select(File, HANDOUTS, [pieceId]);
  const { text } = await readDocument(piece);
  for (const handout of handouts) {
    const handed = (await readDocument(handout)).text;
    const found = await parseApart('compare-handout', { text, handed });
    await execute(
      `insert into blob_likeness (sha256, handout_sha256, share, kept, unanswered) values ($1, $2, $3, $4, $5)
       on conflict do nothing`,
      [piece.sha256, handout.sha256, found.share, found.kept, found.unanswered]
    );
  }
}

const File = z.object({ name: z.string(), mediaType: z.string(), sha256: z.string() });
const PIECE = `
  select p.name, b.media_type as "mediaType", b.sha256 from pieces p join blobs b on b.sha256 = p.sha256 where p.id = $1`;
const HANDOUTS = `
  select distinct on (m.sha256) m.name, b.media_type as "mediaType", b.sha256
  from pieces p join packets k on k.id = p.packet_id join materials m on m.assignment_id = k.assignment_id
  join blobs b on b.sha256 = m.sha256
  where p.id = $1 and not exists (
    select 1 from blob_likeness l where l.sha256 = p.sha256 and l.handout_sha256 = m.sha256)`;
