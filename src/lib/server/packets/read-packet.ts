import { z } from 'zod';
import type { LinkLook } from '$core/links/words';
import { inReadingOrder, type RemarkAnswer } from '$core/remarks/remarks';
import { Anchor } from '$core/remarks/anchor';
import { BlobFacts } from '$core/materials/blob-facts';
import type { Meeting } from '$core/marking/meeting';
import type { WaitReminder } from '$core/marking/waiting';
import type { Judged } from '$core/judging/credits';
import type { RoundState } from '$core/packets/custody';
import type { CustodyEvent } from '$core/packets/events';
import type { BytesPiece, LinkInside, OfPortfolio, PieceView } from '$core/pieces/piece';
import type { JudgedView, MarkView, RoundView } from '$core/packets/views';
import { clock } from '../clock';
import { jsonRows, ms, select, type Tx } from '../db/connection';
import { asEvent, LOG, LogRow } from './log';
import { isNameless } from '../parties/party';
import { unpublished } from './unpublished';
import { remarkBy } from './remark-by';

/** The pieces of the working packet, in the student's order. */
export function readPieces(packetId: string, tx?: Tx): Promise<PieceView[]> {
  return select(PieceRow, WORKING_PIECES, [packetId, new Date(clock.now())], tx);
}

/**
 * What lies in packets that were not submitted, where the assignment lets its teachers follow drafts. One query. The
 * caller has asked the policy and the assignment.
 */
export function readDrafts(assignmentId: string): Promise<Array<PieceView & { packetId: string }>> {
  return select(z.intersection(PieceRow, z.object({ packetId: z.string() })), DRAFTS, [assignmentId]);
}

/** Everything that happened to a packet: its log, its rounds with their frozen pieces, what was returned; the newest first. */
export interface PacketHistory {
  log: CustodyEvent[];
  rounds: RoundView[];
  marks: MarkView[];
  /** What was said to activities for which credit is claimed. */
  credits: Judged[];
  reminders: WaitReminder[];
  /** The offers to meet, the newest first. */
  meetings: Meeting[];
}

/** Reads it in two queries, however many rounds. @param unreturned with the remarks that the student does not see yet */
export async function readHistory(packetId: string, unreturned = false): Promise<PacketHistory> {
  const [[row], pieces] = await Promise.all([
    select(HistoryRow, HISTORY, [packetId, unreturned]),
    select(RoundPieceRow, SUBMITTED_PIECES, [packetId])
  ]);
  const { log, rounds, marks, remarks, ...besides } = row ?? NOTHING;
  const filled = rounds.map((round) => {
    const own = pieces.filter((piece) => piece.round === round.no);
    const noted = remarks.filter((remark) => remark.round === round.no);
    return { ...round, pieces: own, remarks: inReadingOrder(noted, own) };
  });
  return { log: log.map(asEvent), rounds: filled, marks, ...besides };
}
const NOTHING = { log: [], rounds: [], marks: [], remarks: [], credits: [], reminders: [], meetings: [] };

/** What a look told, and for a round whether a later one of the same address found another text. */
const LOOK = (changed: string) => `
  case when l.id is null then null else json_build_object('id', l.id, 'at', ${ms('l.looked_at')}, 'verdict', l.verdict,
    'ownTab', l.own_tab, 'finalUrl', nullif(l.final_url, l.url), 'title', l.title, 'excerpt', l.excerpt,
    'pictured', l.picture_sha256 is not null) end as look, ${changed} as "changedAt"`;

const CHANGED = `(
  select ${ms('min(n.looked_at)')} from link_looks n
  where n.url = p.url and n.looked_at > l.looked_at and n.text_sha256 is distinct from l.text_sha256
    and n.verdict <> 'not-now')`;

/**
 * What pieces show, where a page beside them names them as evidence: read once for all of them. Joined as `ev`.
 *
 * @param pages the pages among which it is looked for, as `o`, with the packet of each, and its round where it has one
 */
const evidenceOf = (pages: string, round: string) => `left join (
    select o.packet_id, ${round} as round_no, e ->> 'sha256' as sha256, min(e ->> 'words') as words
    from ${pages} join blob_facts g on g.sha256 = o.sha256 and g.facts ? 'evidence'
    cross join lateral jsonb_array_elements(g.facts -> 'evidence') e where o.kind = 'page' and `;
const IN_PACKET = `${evidenceOf('pieces o', '0')} o.packet_id = $1 group by 1, 2, 3) ev on ev.sha256 = p.sha256`;
const IN_DRAFTS = `${evidenceOf('pieces o join packets w on w.id = o.packet_id', '0')} w.assignment_id = $1
    group by 1, 2, 3) ev on ev.packet_id = p.packet_id and ev.sha256 = p.sha256`;
const IN_ROUNDS = `${evidenceOf('round_pieces o', 'o.round_no')} o.packet_id = $1 group by 1, 2, 3) ev
  on ev.round_no = p.round_no and ev.sha256 = p.sha256`;

/** Where a document leads to, with the latest look at each address. */
const INSIDE = `case when d.sha256 is not null then ${jsonRows(`
  select u.url, n.verdict, ${ms('n.looked_at')} as at from unnest(d.links) with ordinality u (url, no)
  left join lateral (
    select verdict, looked_at from link_looks where url = u.url order by looked_at desc limit 1) n on true
  order by u.no`)} end as links`;

/** Half of what was handed out has to be in a file for it to have been made from that. */
const MADE_FROM = 0.5;
const HANDED = `from packets k join materials m on m.assignment_id = k.assignment_id and m.sha256 is not null
  left join blob_likeness l on l.sha256 = p.sha256 and l.handout_sha256 = m.sha256 where k.id = p.packet_id`;
/** What a piece of the working packet was made from, and whether everything that was handed out was asked. */
const MADE = `
  (select json_build_object('title', m.title, 'share', l.share, 'unanswered', l.unanswered) ${HANDED}
    and l.kept >= ${MADE_FROM} order by l.kept desc limit 1) as "madeFrom",
  d.sha256 is not null and exists (select 1 ${HANDED} and l.sha256 is null) as uncompared`;
const NOT_MADE = 'null::json as "madeFrom", false as uncompared';

/** What else is the same as a piece of the working packet: in its earlier rounds, in another place, among the handouts. */
const SAME = `json_build_object(
  'rounds', (select coalesce(json_agg(distinct o.round_no), '[]') from round_pieces o
    left join blob_readings r on r.sha256 = o.sha256
    where o.packet_id = p.packet_id and (o.sha256 = p.sha256 or r.text_sha256 = d.text_sha256)),
  'piece', (select o.name from pieces o where o.packet_id = p.packet_id and o.id <> p.id and o.sha256 = p.sha256 limit 1),
  'handedOut', (select m.title from packets k join materials m on m.assignment_id = k.assignment_id
    left join blob_readings r on r.sha256 = m.sha256
    where k.id = p.packet_id and not m.hidden and (m.sha256 = p.sha256 or r.text_sha256 = d.text_sha256) limit 1)) as same`;

const PIECE_COLUMNS = `p.id, p.deliverable_id as "deliverableId", p.kind, p.name, p.note, p.url, p.knowingly,
  b.size::float8 as size, b.media_type as "mediaType", f.facts, ${INSIDE},
  p.captions_sha256 is not null as captioned, p.spot_sha256 is not null as "spotLeftOut",
  case when d.sha256 is not null then json_build_object('words', d.words, 'pages',
    coalesce(d.pages, (select max(m.sheets) from blob_forms m where m.sha256 = p.sha256 and m.how = p.printed))) end as reading,
  (select ${ms('max(n.looked_at)')} from link_looks n where n.url = p.url) as "seenAt"`;
const PIECE_JOINS = `left join blobs b on b.sha256 = p.sha256 left join blob_facts f on f.sha256 = p.sha256
  left join blob_readings d on d.sha256 = p.sha256 left join link_looks l on l.id = p.look_id`;

/** At the moment `$2`: the portfolio that a piece of the working packet is of, and whether those who will read the piece may see what is published of it. */
const OF_PORTFOLIO = `case when v.id is not null then json_build_object('id', v.id, 'pageId', p.portfolio_page, 'title', v.title,
  'changed', coalesce((select g.changed_at from portfolio_pages g where g.id = p.portfolio_page), v.changed_at) > p.added_at,
  'published', v.published is not null, 'unpublished', v.published is not null and ${unpublished('v', 'vp')},
  'seen', v.published is not null and (v.for_teachers or v.for_school
    or (select a.course_id from packets k join assignments a on a.id = k.assignment_id where k.id = p.packet_id) = any(v.for_courses)
    or exists (select 1 from portfolio_links l where l.portfolio_id = v.id and l.revoked_at is null and l.password_hash is null
      and (l.ends_at is null or l.ends_at > $2) and split_part(split_part(p.url, '/shown/', 2), '?', 1) = l.token))) end as portfolio`;
const PORTFOLIO_JOINS = `left join portfolios v on v.id = p.portfolio_id
  left join portfolio_publications vp on vp.portfolio_id = v.id and vp.no = v.published`;

const WORKING_PIECES = `
  select ${PIECE_COLUMNS}, ${OF_PORTFOLIO}, ${LOOK('null::float8')},
    case when s.sha256 <> coalesce(p.spot_sha256, p.sha256) then s.version end as newer, ${SAME}, ${MADE}, ev.words as "evidenceFor", false as "cameBack"
  from pieces p ${PIECE_JOINS} ${PORTFOLIO_JOINS} ${IN_PACKET}
  left join shelf_files s on s.id = p.shelf_file_id and s.binned_at is null
  where p.packet_id = $1 order by p.position, p.added_at, p.id`;

const DRAFTS = `
  select ${PIECE_COLUMNS}, ${LOOK('null::float8')}, null::int as newer, null as same, ${NOT_MADE}, ev.words as "evidenceFor", false as "cameBack",
    p.packet_id as "packetId"
  from packets k join assignments a on a.id = k.assignment_id and a.follows_drafts
  join pieces p on p.packet_id = k.id ${PIECE_JOINS} ${IN_DRAFTS}
  where k.assignment_id = $1 and k.phase in ('making', 'revising', 'taken-back', 'another-round')
  order by p.packet_id, p.position`;

const SUBMITTED_PIECES = `
  select ${PIECE_COLUMNS}, ${LOOK(CHANGED)}, null::int as newer, null as same, ${NOT_MADE}, ev.words as "evidenceFor",
    p.returned_sha256 is not null as "cameBack", p.round_no as round
  from round_pieces p ${PIECE_JOINS} ${IN_ROUNDS}
  where p.packet_id = $1 order by p.position, p.id`;

const Any = {
  id: z.string(),
  deliverableId: z.string().nullable(),
  name: z.string(),
  note: z.string(),
  portfolio: z.custom<OfPortfolio>().nullish()
};
/** What all pieces that are bytes have. */
const OfBytes = z.object({
  ...Any,
  size: z.number(),
  mediaType: z.string(),
  facts: BlobFacts.nullable(),
  captioned: z.boolean(),
  spotLeftOut: z.boolean(),
  cameBack: z.boolean(),
  evidenceFor: z.string().nullable(),
  newer: z.number().nullable(),
  links: z.array(z.custom<LinkInside>()).nullable(),
  reading: z.custom<BytesPiece['reading']>(),
  madeFrom: z.custom<BytesPiece['madeFrom']>(),
  uncompared: z.boolean(),
  same: z.custom<BytesPiece['same']>()
});
const PieceRow = z.discriminatedUnion('kind', [
  OfBytes.extend({ kind: z.literal('file') }),
  OfBytes.extend({ kind: z.literal('scan') }),
  OfBytes.extend({ kind: z.literal('recording') }),
  OfBytes.extend({ kind: z.literal('page') }),
  OfBytes.extend({ kind: z.literal('answers') }),
  OfBytes.extend({ kind: z.literal('portfolio') }),
  OfBytes.extend({ kind: z.literal('post') }),
  z.object({
    ...Any,
    kind: z.literal('link'),
    url: z.string(),
    knowingly: z.boolean(),
    look: z.custom<LinkLook>().nullable(),
    changedAt: z.number().nullable(),
    seenAt: z.number().nullable()
  })
]);
const RoundPieceRow = z.intersection(PieceRow, z.object({ round: z.number() }));
const RoundRow = z.object({
  no: z.number(),
  state: z.custom<RoundState>(),
  submittedAt: z.number(),
  due: z.number().nullable(),
  lateSeconds: z.number(),
  startedDays: z.number(),
  kept: z.number(),
  judged: z.array(z.custom<JudgedView>()),
  note: z.string(),
  arrivedAt: z.number().nullable(),
  receipt: z.string().nullable()
});
const MarkRow = z.object({
  round: z.number().nullable(),
  points: z.number().nullable(),
  kept: z.number(),
  remark: z.string(),
  outcome: z.enum(['settled', 'another-round']),
  waived: z.string().nullable(),
  otherwise: z.string().nullable(),
  lateKept: z.number(),
  by: z.string(),
  at: z.number()
});

const RemarkRow = z.object({
  id: z.string(),
  round: z.number(),
  pieceId: z.string(),
  anchor: Anchor,
  body: z.string(),
  by: z.string(),
  at: z.number(),
  returned: z.boolean(),
  dealtAt: z.number().nullable(),
  criterion: z.string().nullable(),
  voice: z.object({ id: z.string(), seconds: z.number() }).nullable(),
  answers: z.array(z.custom<RemarkAnswer>())
});

const HistoryRow = z.object({
  log: z.array(LogRow),
  rounds: z.array(RoundRow),
  marks: z.array(MarkRow),
  remarks: z.array(RemarkRow),
  credits: z.array(z.custom<Judged>()),
  reminders: z.array(z.custom<WaitReminder>()),
  meetings: z.array(z.custom<Meeting>())
});
/** How a round was judged by the rubric, row by row; nothing of it before the reader may see it. */
const JUDGED = jsonRows(`
  select c.title, l.title as level, l.says, coalesce(j.points, l.points)::float8 as points,
    (select max(o.points)::float8 from criterion_levels o where o.criterion_id = c.id) as most
  from criterion_marks j join criteria c on c.id = j.criterion_id join criterion_levels l on l.id = j.level_id
  where j.packet_id = r.packet_id and j.round_no = r.no and ($2 or exists (
    select 1 from marks m where m.packet_id = r.packet_id and m.round_no = r.no and m.returned_at is not null))
  order by c.position`);
/** The one who answered, `w`, is of the party of `k`, and marked without names at present. */
const ANONYMOUS = `exists (select 1 from packets p join assignments a on a.id = p.assignment_id
  join party_members m on m.party_id = p.party_id where p.id = k.packet_id and m.person_id = w.id and ${isNameless()})`;

const HISTORY = `select ${jsonRows(LOG)} as log,
  ${jsonRows(`select no, state, ${ms('submitted_at')} as "submittedAt", ${ms('due_at')} as due,
    late_seconds as "lateSeconds", started_days as "startedDays", kept::float8 as kept, note, ${JUDGED} as judged,
    ${ms('arrived_at')} as "arrivedAt",
    (select number from receipts p where p.packet_id = r.packet_id and p.round_no = r.no) as receipt
    from rounds r where packet_id = $1 order by no desc`)} as rounds,
  ${jsonRows(`select m.round_no as round, m.points::float8 as points, m.kept::float8 as kept, m.remark, m.outcome, t.name as by,
    m.waived, m.otherwise, coalesce(r.kept, 1)::float8 as "lateKept",
    ${ms('m.returned_at')} as at
    from marks m join people t on t.id = m.by_person left join rounds r on r.packet_id = m.packet_id and r.no = m.round_no
    where m.packet_id = $1 and m.returned_at is not null order by m.returned_at desc`)} as marks,
  ${jsonRows(`select k.id, k.round_no as round, k.round_piece_id as "pieceId", k.anchor, k.body,
    ${remarkBy('$2')} as by,
    ${ms('k.at')} as at, k.returned_at is not null as returned, ${ms('k.dealt_at')} as "dealtAt",
    (select c.title from criteria c where c.id = k.criterion_id) as criterion,
    (select json_build_object('id', v.id, 'seconds', v.seconds::float8) from remark_voices v where v.id = k.voice_id) as voice,
    ${jsonRows(`select case when $2 and ${ANONYMOUS} then 'The student' else w.name end as by, ${ms('s.at')} as at, s.body
      from remark_answers s join people w on w.id = s.by_person
      where s.remark_id = k.id order by s.no`)} as answers
    from remarks k join people t on t.id = k.by_person
    where k.packet_id = $1 and ($2 or k.returned_at is not null) order by k.at, k.id`)} as remarks,
  ${jsonRows(`select g.activity, g.title, trim_scale(g.claimed)::text as claimed, g.state, trim_scale(g.granted)::text as granted,
    g.reason, t.name as by, ${ms('g.at')} as at from credits g join people t on t.id = g.by_person
    where g.packet_id = $1 order by g.at, g.activity`)} as credits,
  ${jsonRows(`select w.round_no as round, ${ms('w.at')} as at, ${ms('w.until')} as until, w.answer, ${ms('w.answered_at')} as "answeredAt"
    from wait_reminders w where w.packet_id = $1 order by w.round_no`)} as reminders,
  ${jsonRows(`select m.id, m.round_no as round, array(select ${ms('o.at')} from unnest(m.offered) as o (at)) as offered, m.place, m.words,
    t.name as by, ${ms('m.at')} as at, ${ms('m.accepted')} as accepted, m.said, ${ms('m.answered_at')} as "answeredAt"
    from meetings m join people t on t.id = m.by_person where m.packet_id = $1 order by m.at desc`)} as meetings`;
