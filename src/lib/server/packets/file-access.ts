import { z } from 'zod';
import { may, type Actor, type Deed } from '$core/people/policy';
import { select } from '../db/connection';
import { NotHere } from '../outcome';

/** A file that this person may fetch. */
export interface FileAccess {
  name: string;
  sha256: string;
  size: number;
  mediaType: string;
}

/** A piece of a working packet: its student's, and the teacher's only where drafts can be followed. */
export function openPiece(person: Actor, pieceId: string): Promise<FileAccess> {
  return openFile(person, 'read-draft', pieceId, 'pieces');
}

/** A piece of a submitted round: its student's and the course's teachers'. */
export function openRoundPiece(person: Actor, pieceId: string): Promise<FileAccess> {
  return openFile(person, 'read-round', pieceId, 'round_pieces');
}

async function openFile(person: Actor, deed: Deed, id: string, table: 'pieces' | 'round_pieces'): Promise<FileAccess> {
  const [row] = await select(
    FileRow,
    `select f.name, f.sha256, b.size::float8 as size, b.media_type as "mediaType", e.role as "courseRole",
       a.published, a.follows_drafts as "followsDrafts",
       exists (select 1 from party_members m where m.party_id = p.party_id and m.person_id = $2) as "ownsPacket"
     from ${table} f
     join blobs b on b.sha256 = f.sha256
     join packets p on p.id = f.packet_id
     join assignments a on a.id = p.assignment_id
     left join enrolments e on e.course_id = a.course_id and e.person_id = $2 and e.left_at is null
     where f.id = $1`,
    [id, person.id]
  );
  if (!row || !may(person, deed, row)) throw new NotHere('This file');
  const { name, sha256, size, mediaType } = row;
  return { name, sha256, size, mediaType };
}

const FileRow = z.object({
  name: z.string(),
  sha256: z.string(),
  size: z.number(),
  mediaType: z.string(),
  courseRole: z.enum(['student', 'teacher']).nullable(),
  published: z.boolean(),
  followsDrafts: z.boolean(),
  ownsPacket: z.boolean()
});
