import { z } from 'zod';
import { About, type PostView } from '$core/threads/views';
import type { Actor } from '$core/people/policy';
import { clock } from '../clock';
import { jsonRows, ms, select, type Tx } from '../db/connection';
import { publish } from '../live/publish';
import { asParagraphs, cleanSaid } from '../rich-text/said';
import { shownOnFloor } from './shown-on-floor';

/** A conversation: on an assignment, a notice or a course; on its open floor, or aside with one party. */
export interface Place {
  on: 'assignment' | 'notice' | 'course';
  id: string;
  /** Null for the open floor. */
  partyId: string | null;
}

/** As the database names it: `posts.place`. */
export const placeName = ({ on, id, partyId }: Place): string =>
  `${on} ${id} ${partyId === null ? 'floor' : `aside ${partyId}`}`;

/** The latest posts that a page shows. */
const SHOWN = 200;

/** What was said in some places, oldest first, in one query. The caller has asked the policy. */
export async function readPosts(person: Actor, places: readonly Place[]): Promise<PostView[][]> {
  const names = places.map(placeName);
  const rows = await select(PostRow, POSTS, [person.id, names, SHOWN]);
  return names.map((name) =>
    rows
      .filter((row) => row.place === name)
      .reverse()
      .map(toView)
  );
}

/** All that was said in some places so far counts as heard by this person. Whoever said it sees that on their page. */
export async function noteHeard(person: Actor, places: readonly Place[], tx?: Tx): Promise<void> {
  const bind = [person.id, places.map(placeName), new Date(clock.now())];
  const authors = await select(z.object({ id: z.string() }), HEAR, bind, tx);
  if (authors.length > 0) await publish({ what: 'heard', authors: authors.map(({ id }) => id), on: places }, tx);
}

/** Notes it, and answers with the people whose words were heard for the first time. */
const HEAR = `
  with before as (
    select w.place, coalesce(h.no, 0) as no from unnest($2::text[]) w (place)
    left join heard h on h.place = w.place and h.person_id = $1
  ), noted as (
    insert into heard (person_id, place, no, at)
    select $1, place, max(no), $3 from posts where place = any($2::text[]) group by place
    on conflict (person_id, place) do update set no = excluded.no, at = excluded.at where heard.no < excluded.no
  )
  select distinct p.by_person as id from posts p join before b on b.place = p.place and p.no > b.no
  where p.by_person <> $1`;

function toView({ place: _place, html, body, readable, ...post }: z.infer<typeof PostRow>): PostView {
  if (!readable) return { ...post, body: '', html: '', files: [], about: null };
  return { ...post, body, html: html === null ? asParagraphs(body) : cleanSaid(html) };
}

const PostRow = z.object({
  place: z.string(),
  id: z.string(),
  by: z.string(),
  teaches: z.boolean(),
  mine: z.boolean(),
  at: z.number(),
  body: z.string(),
  html: z.string().nullable(),
  about: About.nullable(),
  files: z.array(z.object({ id: z.string(), name: z.string(), size: z.number(), mediaType: z.string() })),
  answersTo: z.object({ id: z.string(), by: z.string(), says: z.string() }).nullable(),
  pinned: z.boolean(),
  takenDown: z.object({ by: z.string(), why: z.string() }).nullable(),
  /** Its author and the teachers read also what was taken down. */
  readable: z.boolean(),
  edited: z.boolean(),
  heard: z.boolean(),
  fresh: z.boolean()
});

/** Whether `$1` teaches where a post `p` was said, as SQL. */
const TEACHING = `exists (select 1 from enrolments te where te.course_id = p.course_id and te.person_id = $1
  and te.role = 'teacher' and te.left_at is null)`;

/** Somebody besides its author `by` has heard a post `p`. */
export const HEARD = `exists (select 1 from heard h where h.place = p.place and h.person_id <> p.by_person and h.no >= p.no)`;

/** The latest of each place, the newest first. `$1` reads them. */
const POSTS = `
  select p.place, p.id, b.name as by, p.by_person = $1 as mine, ${ms('p.at')} as at, p.body, p.body_html as html, p.about,
    p.edited_at is not null as edited, p.pinned_at is not null as pinned,
    case when q.id is not null then json_build_object('id', q.id, 'by', qb.name,
      'says', case when q.taken_down_at is null then left(q.body, 120) else '' end) end as "answersTo",
    case when p.taken_down_at is not null then json_build_object('by', (select d.name from people d where d.id = p.taken_down_by),
      'why', p.taken_down_why) end as "takenDown",
    p.taken_down_at is null or p.by_person = $1 or ${TEACHING} as readable, ${HEARD} as heard,
    p.by_person <> $1 and p.no > coalesce((select h.no from heard h where h.place = p.place and h.person_id = $1), 0) as fresh,
    exists (select 1 from enrolments e where e.course_id = p.course_id and e.person_id = p.by_person
      and e.role = 'teacher') as teaches,
    ${jsonRows(`select f.id, f.name, bl.size::float8 as size, bl.media_type as "mediaType" from post_files f
      join blobs bl on bl.sha256 = f.sha256 where f.post_id = p.id order by f.position`)} as files
  from unnest($2::text[]) w (place)
  cross join lateral (select * from posts q where q.place = w.place and ${shownOnFloor('q', '$1')} order by q.no desc limit $3) p
  join people b on b.id = p.by_person
  left join posts q on q.id = p.answers_to and ${shownOnFloor('q', '$1')} left join people qb on qb.id = q.by_person
  order by p.no desc`;
