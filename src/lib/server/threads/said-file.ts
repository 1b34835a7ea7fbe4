import { z } from 'zod';
import { may, type Actor } from '$core/people/policy';
import { select } from '../db/connection';
import { NotHere } from '../outcome';
import type { StoredFile } from '../blobs/stored-file';
import { shownOnFloor } from './shown-on-floor';

/**
 * A file that goes with something that was said, for who may read that.
 *
 * @throws NotHere where there is none for this person
 */
export async function openSaidFile(person: Actor, fileId: string): Promise<StoredFile> {
  const [row] = await select(Row, FILE, [fileId, person.id]);
  const { aside, courseRole, ownsPacket, shown, ...file } = row ?? {
    aside: true,
    courseRole: null,
    ownsPacket: false,
    shown: false
  };
  const may_ = may(person, aside ? 'read-aside' : 'read-assignment', { courseRole, ownsPacket, published: shown });
  if (!row || !may_) throw new NotHere('This file');
  return file as StoredFile;
}

const Row = z.object({
  name: z.string(),
  sha256: z.string(),
  size: z.number(),
  mediaType: z.string(),
  aside: z.boolean(),
  shown: z.boolean(),
  courseRole: z.enum(['student', 'teacher']).nullable(),
  ownsPacket: z.boolean()
});
const FILE = `
  select f.name, f.sha256, b.size::float8 as size, b.media_type as "mediaType", p.party_id is not null as aside,
    coalesce(a.published, not n.hidden, true) as shown, e.role as "courseRole",
    exists (select 1 from party_members m where m.party_id = p.party_id and m.person_id = $2) as "ownsPacket"
  from post_files f join posts p on p.id = f.post_id join blobs b on b.sha256 = f.sha256
  left join assignments a on a.id = p.assignment_id left join notices n on n.id = p.notice_id
  left join enrolments e on e.course_id = p.course_id and e.person_id = $2 and e.left_at is null
  where f.id = $1 and ${shownOnFloor('p', '$2')} and (p.taken_down_at is null or p.by_person = $2 or e.role = 'teacher')`;
