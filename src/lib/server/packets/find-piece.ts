import { z } from 'zod';
import { may, type Actor, type Deed } from '$core/people/policy';
import { ms, select } from '../db/connection';
import { Wants } from '$core/pieces/wanted';
import { sittingOf } from '../offices/sitting';
import { NotHere } from '../outcome';
import type { Found } from '../materials/found';
import { setAs } from '$core/pages/set-as';
import { codedPiece, isNameless } from '../parties/party';
import { serverPiece } from '../pieces/registry';

/** Where a piece lies: in a working packet, in a submitted round, or as that came back. */
export type PieceShelf = 'pieces' | 'submitted' | 'returned';

/** A working packet is its student's, and the teacher's only where drafts can be followed; a round is both's. */
const READING: Record<PieceShelf, { deed: Deed; table: string; reads?: string }> = {
  pieces: { deed: 'read-draft', table: 'pieces' },
  submitted: {
    deed: 'read-round',
    table: 'round_pieces',
    // A teacher gave it to a classmate to read.
    reads: `exists (select 1 from peer_readings g
      join rounds r on r.packet_id = g.packet_id and r.no = g.round_no and r.state <> 'taken-back'
      where g.packet_id = f.packet_id and g.round_no = f.round_no and g.reader_id = $2)`
  },
  // A page with what its teacher filled in.
  returned: {
    deed: 'read-round',
    table: `(select id, packet_id, deliverable_id, kind, name, returned_sha256 as sha256, null::text as captions_sha256,
      null::uuid as look_id from round_pieces where returned_sha256 is not null)`
  }
};

/**
 * A piece, for whoever may read it: its bytes, what can be shown of it, and of a link what was met at its latest look.
 *
 * @throws NotHere where there is none for this person
 */
export async function findPiece(person: Actor, from: PieceShelf, id: string): Promise<Found> {
  const { deed, table, reads } = READING[from];
  const [row] = await select(Row, piece(table, reads), [id, person.id]);
  if (!row || !may(person, deed, row)) throw new NotHere('This file');
  const { kind, name, sha256, size, mediaType, link, captions } = row;
  // What was met at a link is written down in Markdown.
  const named = link ? `${name}.md` : name;
  const file = sha256 !== null && size !== null && mediaType !== null ? { name: named, sha256, size, mediaType } : null;
  return {
    file,
    look: async () => {
      const shown = await serverPiece(kind).lookAt({ file, link });
      return captions && (shown?.kind === 'sound' || shown?.kind === 'film') ? { ...shown, captions: true } : shown;
    },
    picture: link?.picture ? { ...link.picture, name: 'page.webp' } : null,
    captions: captions && { ...captions, name: 'captions.vtt' },
    ...(WRITTEN.has(kind) && { set: setAs(row.wants ?? {}) })
  };
}

/** Kinds that are written down as pages, and travel as such. */
const WRITTEN: ReadonlySet<string> = new Set(['page', 'answers']);

const Blob = z.object({ sha256: z.string(), size: z.number(), mediaType: z.string() });
const Link = z.object({
  url: z.string(),
  title: z.string(),
  text: z.string(),
  at: z.number(),
  picture: Blob.nullable()
});

const Row = z.object({
  kind: z.string(),
  name: z.string(),
  sha256: z.string().nullable(),
  size: z.number().nullable(),
  mediaType: z.string().nullable(),
  link: Link.nullable(),
  captions: Blob.nullable(),
  /** What its place wants of it. */
  wants: Wants.nullable(),
  courseRole: z.enum(['student', 'teacher']).nullable(),
  published: z.boolean(),
  followsDrafts: z.boolean(),
  ownsPacket: z.boolean(),
  office: z.enum(['now', 'track']).nullable(),
  reads: z.boolean()
});

/** Whether its name may say whose it is to somebody who is not to know, as SQL. */
const MASKED = (reads: string) => `e.role is distinct from 'student' and ${isNameless()}
  or ${reads} and (select g.nameless from peer_readings g where g.packet_id = f.packet_id and g.reader_id = $2)`;

const piece = (table: string, reads = 'false') => `
  select f.kind, case when ${MASKED(reads)} then ${codedPiece('f.name', '1')} else f.name end as name, f.sha256, b.size::float8 as size, b.media_type as "mediaType", e.role as "courseRole",
    a.published, a.follows_drafts as "followsDrafts",
    exists (select 1 from party_members m where m.party_id = p.party_id and m.person_id = $2) as "ownsPacket",
    ${sittingOf('p', 'a', '$2')} as office, ${reads} as reads,
    case when l.id is not null then json_build_object('url', l.url, 'title', l.title, 'text', l.body_text,
      'at', ${ms('l.looked_at')}, 'picture', case when i.sha256 is not null then json_build_object('sha256', i.sha256,
        'size', i.size, 'mediaType', i.media_type) end) end as link,
    case when c.sha256 is not null then json_build_object('sha256', c.sha256, 'size', c.size,
      'mediaType', c.media_type) end as captions, d.wants
  from ${table} f
  left join blobs b on b.sha256 = f.sha256 left join blobs c on c.sha256 = f.captions_sha256
  left join link_looks l on l.id = f.look_id left join blobs i on i.sha256 = l.picture_sha256
  join packets p on p.id = f.packet_id left join deliverables d on d.id = f.deliverable_id
  join assignments a on a.id = p.assignment_id
  left join enrolments e on e.course_id = a.course_id and e.person_id = $2 and e.left_at is null
  where f.id = $1`;
