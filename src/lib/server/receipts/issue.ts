import { createHash } from 'node:crypto';
import { z } from 'zod';
import { Receipt } from '$core/receipts/receipt';
import { submitEnds } from '$core/packets/terms';
import { ms, select } from '../db/connection';
import type { OpenPacket } from '../packets/open-packet';
import { PARTY_NAME } from '../parties/party';
import { keepReceipt } from './keep-receipt';

/**
 * Issues the receipt of a round that was just written, in the same transaction: a round without its receipt never
 * stands.
 *
 * @param number by `newReceiptNumber`
 */
export async function issueReceipt(packet: OpenPacket, round: number, number: string): Promise<void> {
  const bind = [packet.id, round];
  const [[written], pieces] = await Promise.all([
    select(RoundRow, ROUND, bind, packet.tx),
    select(PieceRow, PIECES, bind, packet.tx)
  ]);
  if (!written) throw new Error('A round that was just written is missing.');
  const { facts } = packet;
  const { terms } = packet.custody;
  const { brief, student, note, arrivedAt, ...timing } = written;
  const receipt: Receipt = Receipt.parse({
    version: 2,
    number,
    student,
    course: facts.courseTitle,
    assignment: facts.title,
    briefSha256: createHash('sha256').update(brief).digest('hex'),
    points: facts.points,
    round,
    ...timing,
    ...(note !== '' && { note }),
    ...(arrivedAt !== null && { arrivedAt }),
    takeBack: { possible: terms.takeBack, until: terms.takeBack ? submitEnds(terms) : null },
    zone: facts.zone,
    pieces: pieces.map(present)
  });
  await keepReceipt(receipt, { packetId: packet.id, round, partSha256: null }, packet.tx);
}

const RoundRow = z.object({
  student: z.string(),
  brief: z.string(),
  note: z.string(),
  arrivedAt: z.number().nullable(),
  receivedAt: z.number(),
  due: z.number().nullable(),
  lateSeconds: z.number(),
  kept: z.number()
});
const ROUND = `
  select ${PARTY_NAME} as student, a.brief_html as brief, ${ms('r.submitted_at')} as "receivedAt", ${ms('r.due_at')} as due,
    r.late_seconds as "lateSeconds", r.kept::float8 as kept, r.note, ${ms('r.arrived_at')} as "arrivedAt"
  from rounds r join packets p on p.id = r.packet_id
  join assignments a on a.id = p.assignment_id
  where r.packet_id = $1 and r.no = $2`;

/** What a piece has of its own; what it has not is left out. */
const present = (row: Record<string, unknown>) =>
  Object.fromEntries(Object.entries(row).filter(([name, value]) => name === 'place' || value !== null));

const PieceRow = z.record(z.string(), z.unknown());
const PIECES = `
  select p.kind, d.title as place, p.name, b.size::float8 as size, b.media_type as "mediaType", p.sha256, p.url,
    l.verdict, ${ms('l.looked_at')} as "lookedAt", l.text_sha256 as "textSha256",
    case when c.sha256 is not null then json_build_object('size', c.size, 'sha256', c.sha256) end as captions,
    (select json_agg(json_build_object('path', o.path, 'size', o.size, 'sha256', o.sha256) order by o.path) from (
      select regexp_replace(p.name, '\\.md$', '') || '.' || f.form as path, m.size::float8 as size, m.sha256
      from blob_forms f join blobs m on m.sha256 = f.made_sha256
      where f.sha256 = p.sha256 and f.how = p.printed and f.form in ('pdf', 'html')
      union all
      select 'pictures/' || m.sha256 || case when m.media_type = 'image/png' then '.png' else '.jpg' end, m.size, m.sha256
      from blob_pictures i join blobs m on m.sha256 = i.picture_sha256 where i.sha256 = p.sha256 and p.kind in ('page', 'answers', 'portfolio')
    ) o) as besides
  from round_pieces p left join blobs b on b.sha256 = p.sha256 left join deliverables d on d.id = p.deliverable_id
  left join link_looks l on l.id = p.look_id left join blobs c on c.sha256 = p.captions_sha256
  where p.packet_id = $1 and p.round_no = $2 order by d.position nulls last, p.position, p.id`;
