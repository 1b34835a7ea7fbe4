import { z } from 'zod';
import { topics } from '$core/live/topics';
import { setAs } from '$core/pages/set-as';
import { Wants } from '$core/pieces/wanted';
import { clock } from '../clock';
import { execute, inTransaction, select } from '../db/connection';
import { announce } from '../live/announce';
import { log } from '../log';
import { partyOn } from '../parties/party';
import { flushPage } from './flush';
import { formOf, howOf } from './print';

/** Milliseconds for which a submit waits for what is printed of its pages; what comes later is made when it is asked for. */
const PATIENCE = 8000;

/**
 * Prints the pages of somebody's working packet that changed since they were last printed, so that what is submitted holds
 * them as its teacher sees them. Never keeps anybody from submitting.
 */
export async function printPages(personId: string, assignmentId: string): Promise<void> {
  const pages = await select(Unprinted, UNPRINTED, [personId, assignmentId]);
  if (pages.length === 0) return;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<void>((done) => (timer = setTimeout(done, PATIENCE)));
  const printed = Promise.all(pages.map((page) => print(page, personId, assignmentId))).catch((error: unknown) =>
    log.warn({ err: error, assignmentId }, 'a page could not be printed')
  );
  await Promise.race([printed, late]);
  clearTimeout(timer);
}

async function print(
  { id, packetId, wants, flushed }: Unprinted,
  personId: string,
  assignmentId: string
): Promise<void> {
  if (!flushed)
    await inTransaction(async (tx) => {
      await execute('select 1 from packets where id = $1 for update', [packetId], tx);
      await flushPage(id, clock.now(), tx);
    });
  const [page] = await select(Page, PAGE, [id]);
  if (!page) return;
  const set = setAs(wants);
  await Promise.all([formOf(page, 'pdf', set), formOf(page, 'html', set)]);
  await execute('update pieces set printed = $3 where id = $1 and sha256 = $2', [
    id,
    page.sha256,
    howOf(page.name, set)
  ]);
  // How many sheets it fills is held against what is wanted as soon as it is known.
  if (wants.pages) await announce({ people: [personId], about: [topics.assignment(assignmentId)] });
}

const Unprinted = z.object({
  id: z.string(),
  packetId: z.string(),
  wants: Wants.nullable().transform((wants) => wants ?? {}),
  flushed: z.boolean()
});
type Unprinted = z.infer<typeof Unprinted>;
const UNPRINTED = `
  select i.id, i.packet_id as "packetId", d.wants, coalesce(f.flushed, true) as flushed
  from packets p join pieces i on i.packet_id = p.id and i.kind in ('page', 'answers')
  left join deliverables d on d.id = i.deliverable_id left join (
    select piece_id, flushed from page_drafts union all select piece_id, flushed from answer_drafts) f on f.piece_id = i.id
  where p.assignment_id = $2 and p.party_id = ${partyOn('$1::uuid', '$2::uuid')} and (i.printed is null or not f.flushed)`;
const Page = z.object({ name: z.string(), sha256: z.string(), size: z.number(), mediaType: z.string() });
const PAGE = `
  select i.name, b.sha256, b.size::float8 as size, b.media_type as "mediaType"
  from pieces i join blobs b on b.sha256 = i.sha256 where i.id = $1`;
