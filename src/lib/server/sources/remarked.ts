import { z } from 'zod';
import { Anchor } from '$core/remarks/anchor';
import type { Actor } from '$core/people/policy';
import { BlobDamaged } from '../blobs/damage';
import { soundPath } from '../blobs/sound';
import { ms, select } from '../db/connection';
import { openAsPdf } from '../materials/as-pdf';
import { NotHere } from '../outcome';
import { sittingOf } from '../offices/sitting';
import { remarkBy } from '../packets/remark-by';
import { formOf } from '../pages/print';
import { NotNow, TooCostly } from '../parsing/limits';
import { parseApart } from '../parsing/pool';
import { bytesOf, find } from './find';

/** A file is locked or damaged: nothing can be put into it. Its remarks stand beside it all the same. */
export class NotOnSheets extends Error {}

/** Pictures that go onto a sheet as they are. */
const PICTURES = new Set(['image/jpeg', 'image/png']);

/**
 * A submitted piece as a PDF with the remarks on it as annotations, for whoever may read the piece: to its student, those that were
 * returned.
 *
 * @throws NotHere where there is no such piece for this person; NotOnSheets where nothing can be put into its file
 */
export async function remarkedPdf(person: Actor, pieceId: string): Promise<{ name: string; bytes: Uint8Array }> {
  const found = await find(person, 'submitted', pieceId);
  const file = bytesOf(found);
  const whole = PICTURES.has(file.mediaType) || file.mediaType === 'application/pdf';
  const set = whole ? file : found.set ? await formOf(file, 'pdf', found.set) : await openAsPdf(file);
  const remarks = await select(Row, REMARKS, [pieceId, person.id]);
  if (remarks.length === 0) throw new NotHere('Remarks on this piece');
  const bytes = await parseApart('annotated', { path: await soundPath(set), mediaType: set.mediaType, remarks }).catch(
    (error: unknown) => {
      if (error instanceof TooCostly || error instanceof NotNow || error instanceof BlobDamaged) throw error;
      throw new NotOnSheets();
    }
  );
  return { name: `${file.name.replace(/\.[a-z0-9]{1,5}$/i, '')}, with remarks.pdf`, bytes };
}

const Row = z.object({
  anchor: Anchor,
  body: z.string(),
  by: z.string(),
  at: z.number(),
  criterion: z.string().nullable()
});
const REMARKS = `
  select k.anchor, k.body, ${remarkBy('e.person_id is not null')} as by, ${ms('k.at')} as at, (select c.title from criteria c where c.id = k.criterion_id) as criterion
  from remarks k join people t on t.id = k.by_person
  join packets p on p.id = k.packet_id join assignments a on a.id = p.assignment_id
  left join enrolments e on e.course_id = a.course_id and e.person_id = $2 and e.role = 'teacher' and e.left_at is null
  where k.round_piece_id = $1 and (k.returned_at is not null or e.person_id is not null
    or ${sittingOf('p', 'a', '$2')} is not null)
  order by k.at, k.id`;
