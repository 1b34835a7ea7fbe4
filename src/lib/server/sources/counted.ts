import { z } from 'zod';
import type { SourceName } from '$core/materials/source';
import type { Actor } from '$core/people/policy';
import type { Counted } from '$core/questions/count';
import { select } from '../db/connection';
import { NotHere } from '../outcome';
import { countedOf } from '../questions/count-round';
import { find } from './find';

/**
 * What a machine counted of submitted answers. Whoever answered knows it once the round is returned, and not before.
 *
 * @throws NotHere where nothing was counted, or it is not for this person yet
 */
export async function openCounted(person: Actor, source: SourceName, id: string): Promise<Counted> {
  if (source !== 'submitted') throw new NotHere('This count');
  await find(person, source, id);
  const [at] = await select(At, AT, [id, person.id]);
  const counted = at && (at.teaches || at.returned) ? await countedOf(id) : null;
  if (!counted) throw new NotHere('This count');
  return counted;
}

const At = z.object({ teaches: z.boolean(), returned: z.boolean() });
const AT = `
  select exists (select 1 from enrolments e where e.course_id = a.course_id and e.person_id = $2 and e.role = 'teacher'
      and e.left_at is null) as teaches,
    exists (select 1 from marks m where m.packet_id = r.packet_id and m.round_no = r.round_no
      and m.returned_at is not null) as returned
  from round_pieces r join packets p on p.id = r.packet_id join assignments a on a.id = p.assignment_id where r.id = $1`;
