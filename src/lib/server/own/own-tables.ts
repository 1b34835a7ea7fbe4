import { z } from 'zod';
import { select } from '../db/connection';

/** A file of the ZIP, with the folder in which it lies. */
interface OwnFile {
  sha256: string;
  size: number;
  folder: string;
  name: string;
}
type Cell = string | number | boolean | null;

/** All that is a person's own: files and receipts of their rounds, and what was given, said and planned as tables. Times are ISO 8601, in UTC. */
export interface OwnTables {
  files: OwnFile[];
  receipts: Array<{ number: string; jws: string; json: unknown }>;
  tables: Record<'marks' | 'remarks' | 'conversations' | 'sessions' | 'summaries', Array<Record<string, Cell>>>;
}

/** Reads all of it. Eight queries, whatever there is. */
export async function readOwnTables(personId: string): Promise<OwnTables> {
  const [files, shelf, receipts, marks, remarks, posts, sessions, summaries] = await Promise.all([
    select(FileRow, FILES, [personId]),
    select(FileRow, SHELF, [personId]),
    select(ReceiptRow, RECEIPTS, [personId]),
    select(Table, MARKS, [personId]),
    select(Table, REMARKS, [personId]),
    select(Table, POSTS, [personId]),
    select(Table, SESSIONS, [personId]),
    select(Table, SUMMARIES, [personId])
  ]);
  return {
    files: [...files, ...shelf],
    receipts,
    tables: { marks, remarks, conversations: posts, sessions, summaries }
  };
}

const FileRow = z.object({ sha256: z.string(), size: z.number(), folder: z.string(), name: z.string() });
const ReceiptRow = z.object({ number: z.string(), jws: z.string(), json: z.unknown() });
const Table = z.record(z.string(), z.union([z.string(), z.number(), z.boolean(), z.null()]));

const iso = (column: string) => `to_char(${column} at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"')`;
/** A person's packets `p`, with their assignments `a` and courses `c`. */
const OWN = `packets_of_people w join packets p on p.id = w.packet_id join assignments a on a.id = p.assignment_id
  join courses c on c.id = a.course_id`;
const FILES = `
  select b.sha256, b.size::float8 as size, 'works/' || c.title || '/' || a.title || '/round ' || f.round_no as folder, f.name
  from ${OWN} join round_pieces f on f.packet_id = p.id join blobs b on b.sha256 = f.sha256
  where w.person_id = $1 order by c.title, a.title, f.round_no, f.position`;
const SHELF = `
  select b.sha256, b.size::float8 as size, 'shelf' as folder, s.name from shelf_files s join blobs b on b.sha256 = s.sha256
  where s.owner_id = $1 order by s.name, s.id`;
const RECEIPTS = `
  select r.number, r.jws, r.document as json from ${OWN} join receipts r on r.packet_id = p.id where w.person_id = $1 order by r.at`;
const MARKS = `
  select c.title as course, a.title as assignment, m.round_no as round, m.points::float8 as points, m.kept::float8 as "share left by lateness",
    a.points::float8 as "of", m.outcome, m.remark, t.name as "by", ${iso('m.returned_at')} as "given back"
  from ${OWN} join marks m on m.packet_id = p.id and m.returned_at is not null join people t on t.id = m.by_person
  where w.person_id = $1 order by m.returned_at, m.id`;
const REMARKS = `
  select c.title as course, a.title as assignment, k.round_no as round, f.name as piece, k.body as remark, t.name as "by",
    ${iso('k.returned_at')} as "given back", ${iso('k.dealt_at')} as "dealt with"
  from ${OWN} join remarks k on k.packet_id = p.id and k.returned_at is not null and k.reading_id is null
  left join round_pieces f on f.id = k.round_piece_id join people t on t.id = k.by_person
  where w.person_id = $1 order by k.returned_at, k.id`;
/** Asides with one's parties, and what one said oneself on open floors. */
const POSTS = `
  select coalesce(c.title, c2.title, c3.title, '') as course, coalesce(a.title, n.title, '') as about,
    case when o.party_id is null then 'open floor' else 'aside' end as "where", t.name as "by", o.body as said, ${iso('o.at')} as "at"
  from posts o join people t on t.id = o.by_person
  left join assignments a on a.id = o.assignment_id left join courses c on c.id = a.course_id
  left join notices n on n.id = o.notice_id left join courses c2 on c2.id = n.course_id left join courses c3 on c3.id = o.course_id
  where o.party_id in (select party_id from party_members where person_id = $1) or (o.party_id is null and o.by_person = $1)
  order by o.no`;
const SESSIONS = `
  select c.title as course, a.title as assignment, s.state, ${iso('s.starts_at')} as "from", ${iso('s.ends_at')} as "to"
  from plan_sittings s join assignments a on a.id = s.assignment_id join courses c on c.id = a.course_id
  where s.person_id = $1 order by s.starts_at, s.id`;
const SUMMARIES = `
  select g.email as "sent to", ${iso('d.sent_at')} as "at", d.contents::text as contents
  from digests d join guardianships g on g.id = d.guardianship_id where g.student_id = $1 order by d.sent_at, d.id`;
