import type { Readable } from 'node:stream';
import yazl from 'yazl';
import { z } from 'zod';
import { partName } from '$core/materials/file-kinds';
import { may, type Actor } from '$core/people/policy';
import { openSound } from '../blobs/sound';
import { clock } from '../clock';
import { select } from '../db/connection';
import { NotHere } from '../outcome';
import { codedPiece, isNameless, MARKED_NAME } from '../parties/party';

/**
 * Everything that was submitted for an assignment as one ZIP, as it streams: a folder for each student with the files of the round that
 * stands or settled it, and their links as a text. Nothing is compressed, so that it costs no more than reading the files; memory stays flat.
 *
 * A file that turns out to be damaged on its way ends the stream with an error.
 *
 * @throws NotHere where this person does not mark it
 */
export async function worksZip(person: Actor, assignmentId: string): Promise<{ title: string; zip: Readable }> {
  const [head] = await select(Head, HEAD, [assignmentId, person.id]);
  if (!head || !may(person, 'mark-round', { courseRole: head.role })) throw new NotHere('This assignment');
  const rows = await select(Row, ROWS, [assignmentId]);
  const zip = new yazl.ZipFile();
  const output = zip.outputStream as Readable;
  zip.on('error', (error: Error) => output.destroy(error));
  const names = new Set<string>();
  for (const { sha256, size, at, ...named } of rows.filter(({ sha256 }) => sha256 !== null)) {
    zip.addReadStreamLazy(pathOf(named, names), { mtime: new Date(at), size: size ?? 0, compress: false }, (give) => {
      openSound({ sha256: sha256 ?? '', size }).then(
        (bytes) => give(null, bytes),
        (error: Error) => output.destroy(error)
      );
    });
  }
  const links = rows.filter(({ url }) => url !== null).map(({ student, name, url }) => `${student}: ${name}\n${url}\n`);
  if (links.length > 0) zip.addBuffer(Buffer.from(links.join('\n')), 'links.txt', { mtime: new Date(clock.now()) });
  if (rows.length === 0) zip.addBuffer(Buffer.from('Nothing was submitted yet.\n'), 'empty.txt');
  zip.end();
  return { title: head.title, zip: output };
}

/** Where a file lies: whose it is, in which round, for what, as it was called. Two of one name get numbers. */
function pathOf(
  { student, round, place, name }: Pick<z.infer<typeof Row>, 'student' | 'round' | 'place' | 'name'>,
  taken: Set<string>
): string {
  const folder = `${clean(student)}, round ${round}`;
  const [stem, ending] = partName(clean(place === null || name.startsWith(place) ? name : `${place}, ${name}`));
  for (let n = 1; ; n++) {
    const path = `${folder}/${stem}${n > 1 ? ` (${n})` : ''}${ending === '' ? '' : `.${ending}`}`;
    if (!taken.has(path.toLowerCase())) {
      taken.add(path.toLowerCase());
      return path;
    }
  }
}

/** Nothing that leads out of its folder, or that some system does not take for a name. */
const clean = (name: string) =>
  name
    .replace(/[\u0000-\u001f<>:"/\\|?*]+/g, '-')
    .replace(/^\.+|[. ]+$/g, '')
    .slice(0, 120) || 'file';

const Head = z.object({ title: z.string(), role: z.enum(['student', 'teacher']).nullable() });
const HEAD = `
  select a.title, e.role from assignments a
  left join enrolments e on e.course_id = a.course_id and e.person_id = $2 and e.left_at is null where a.id = $1`;
const Row = z.object({
  student: z.string(),
  round: z.number(),
  place: z.string().nullable(),
  name: z.string(),
  sha256: z.string().nullable(),
  size: z.number().nullable(),
  url: z.string().nullable(),
  at: z.number()
});
/** A file's name may say whose it is. */
const CODED_PIECE = codedPiece('i.name', 'i.position');
const ROWS = `
  select ${MARKED_NAME} as student, r.no as round, d.title as place,
    case when ${isNameless()} then ${CODED_PIECE} else i.name end as name, i.sha256, b.size::float8 as size, i.url,
    (extract(epoch from r.submitted_at) * 1000)::float8 as at
  from packets p join assignments a on a.id = p.assignment_id
  join rounds r on r.packet_id = p.id and r.no = p.round_no and r.state in ('standing', 'settled')
  join round_pieces i on i.packet_id = p.id and i.round_no = r.no
  left join blobs b on b.sha256 = i.sha256 left join deliverables d on d.id = i.deliverable_id
  where p.assignment_id = $1 and not p.excused order by student, p.id, i.position, i.id`;
