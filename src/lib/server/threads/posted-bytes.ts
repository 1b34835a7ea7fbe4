import { z } from 'zod';
import { Wants } from '$core/pieces/wanted';
import { postedPage } from '$core/threads/posted-page';
import { registerBlob } from '../blobs/register';
import type { StoredBlob } from '../blobs/store';
import { storeText } from '../blobs/store-text';
import { execute, jsonRows, ms, select, type Tx } from '../db/connection';
import type { OpenPacket } from '../packets/open-packet';

/** A place that asks for a post on the open floor. */
export const PostPlace = z.object({ id: z.string(), wants: Wants });

/** What a packet has of what was said. */
export interface Posted {
  /** The place that asks for it. */
  placeId: string;
  /** The piece that stands there; null while there is none. */
  pieceId: string | null;
  /** Something was said, and not taken back or down. */
  any: boolean;
  /** What was said, written down and registered; null where nothing was, or it stands there so already. */
  blob: StoredBlob | null;
}

/**
 * Brings what stands in a packet of what its students said on the open floor along with what they have said. Under the packet's lock,
 * while it is with them.
 *
 * @returns null where no place asks for a post
 */
export async function freshenPosts({ id, facts, members, tx }: OpenPacket): Promise<Posted | null> {
  const [place] = await placeOf(facts.assignmentId, tx);
  if (!place) return null;
  const [said, [known]] = await Promise.all([
    select(Said, SAID, [facts.assignmentId, members], tx),
    select(Known, KNOWN, [id, place.id], tx)
  ]);
  const posted = { placeId: place.id, pieceId: known?.id ?? null, any: said.length > 0, blob: null };
  if (said.length === 0) return posted;
  const blob = await storeText(postedPage(facts.title, said, facts.zone), 'text/markdown');
  if (blob.sha256 === known?.sha256) return posted;
  await registerBlob(blob, tx);
  if (known) await execute('update pieces set sha256 = $2, printed = null where id = $1', [known.id, blob.sha256], tx);
  return { ...posted, blob };
}

/** The place of an assignment that asks for a post, where one does. */
export const placeOf = (assignmentId: string, tx?: Tx) => select(PostPlace, PLACE, [assignmentId], tx);

const PLACE = `
  select d.id, d.wants from deliverables d where d.assignment_id = $1 and d.wants ? 'post' order by d.position limit 1`;
const Said = z.object({
  at: z.number(),
  text: z.string(),
  answers: z.object({ by: z.string(), text: z.string() }).nullable(),
  files: z.array(z.object({ name: z.string(), sha256: z.string() }))
});
const SAID = `
  select ${ms('p.at')} as at, p.body as text,
    case when q.id is not null then json_build_object('by', b.name, 'text', left(q.body, 160)) end as answers,
    ${jsonRows('select f.name, f.sha256 from post_files f where f.post_id = p.id order by f.position')} as files
  from posts p left join posts q on q.id = p.answers_to left join people b on b.id = q.by_person
  where p.assignment_id = $1 and p.party_id is null and p.by_person = any($2::uuid[]) and p.taken_down_at is null
  order by p.no limit 500`;
const Known = z.object({ id: z.string(), sha256: z.string().nullable() });
const KNOWN = "select id, sha256 from pieces where packet_id = $1 and deliverable_id = $2 and kind = 'post' for update";
