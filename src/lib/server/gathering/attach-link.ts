import { z } from 'zod';
import { webAddress } from '$core/links/address';
import { JUST_BEFORE } from '$core/pieces/old-links';
import { isFine } from '$core/links/verdict';
import type { LinkLook } from '$core/links/words';
import { allowed, type Refusal } from '$core/packets/allowed';
import { keepableName } from '$core/pieces/names';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { clock } from '../clock';
import { execute, select } from '../db/connection';
import { Piece } from '../db/models/packets';
import { NotHere, type Outcome } from '../outcome';
import { withPacket } from '../packets/open-packet';
import { layPiece } from './pieces';
import { placeProblem } from '../packets/place';
import { lookAtLink } from '../links/look';
import { portfolioAt } from '../links/within';
import { mayLookNow } from '../links/pace';

export interface NewLink {
  assignmentId: string;
  deliverableId: string | null;
  url: string;
  /** Empty: the page's own title. */
  title: string;
  /** The student has seen what was met there, and keeps it all the same. */
  knowingly: boolean;
  key: string;
}

/** What a look found that the student has to decide about before the link is added. */
export interface Doubt {
  ok: false;
  why: 'not-fine';
  url: string;
  look: LinkLook;
}

/**
 * Adds a link to a place of the student's own packet, after a look at what a stranger meets there. Where a teacher would
 * not meet the work, nothing is added until the student says that they keep it knowingly.
 */
export async function addLink(
  person: Actor,
  link: NewLink
): Promise<Outcome<{ pieceId: string; look: LinkLook }, Refusal | PieceRefusal> | Doubt> {
  const given = webAddress(link.url);
  if (given === null) return { ok: false, why: 'no-address' };
  const of = await portfolioAt(given);
  // One's own portfolio is named as others read it, at the page on which one stood.
  const own = of?.ownerId === person.id ? of : null;
  const url = own?.url ?? given;
  const address = { assignmentId: link.assignmentId, own: true } as const;
  const { deliverableId } = link;
  const may = await withPacket(person, address, 'work-on-own-packet', null, async (packet) => {
    const problem = await placeProblem(packet, deliverableId, { kind: 'link' });
    return problem
      ? ({ ok: false, why: problem } as const)
      : allowed(packet.custody, { do: 'add-piece', piece: '' }, packet.now);
  });
  if (!may.ok) return may;
  if (!mayLookNow(person, clock.now())) return { ok: false, why: 'looked-too-often' };
  const look = await lookAtLink(url);
  if (!isFine(look.verdict) && !link.knowingly) return { ok: false, why: 'not-fine', url, look };
  return withPacket(person, address, 'work-on-own-packet', `link ${link.key}`, async (packet) => {
    const problem = await placeProblem(packet, deliverableId, { kind: 'link' });
    if (problem) return { ok: false, why: problem };
    const name = keepableName((link.title || look.title || url).replace(/[/\\]/g, '⁄').slice(0, 255)) ?? url;
    const knowingly = !isFine(look.verdict);
    const shows = own && { portfolioId: own.portfolioId, portfolioPage: own.pageId };
    const laid = await layPiece(packet, {
      kind: 'link',
      deliverableId,
      name,
      url,
      lookId: look.id,
      knowingly,
      ...shows
    });
    return laid.ok ? { ...laid, look } : laid;
  });
}

/** Looks at a link of the student's own packet again, and keeps what is there now. */
export async function lookAgain(
  person: Actor,
  input: { assignmentId: string; pieceId: string }
): Promise<Outcome<{ look: LinkLook }, Refusal | PieceRefusal>> {
  const [link] = await select(z.object({ url: z.string() }), OWN_LINK, [input.pieceId, person.id, input.assignmentId]);
  if (!link) throw new NotHere('This link');
  if (!mayLookNow(person, clock.now())) return { ok: false, why: 'looked-too-often' };
  const look = await lookAtLink(link.url);
  const address = { assignmentId: input.assignmentId, own: true } as const;
  return withPacket(person, address, 'work-on-own-packet', null, async (packet) => {
    const piece = await Piece.findOne({ where: { id: input.pieceId, packetId: packet.id }, transaction: packet.tx });
    if (!piece) throw new NotHere('This link');
    await piece.update(
      { lookId: look.id, knowingly: piece.knowingly && !isFine(look.verdict) },
      { transaction: packet.tx }
    );
    return { ok: true, look };
  });
}

/** So many addresses are looked at before a submit, and so many at once. */
const MOST_BEFORE_SUBMIT = 30;
const AT_ONCE = 5;

/**
 * Looks once more at everything that the student's own packet leads to, in places and inside documents, so that what is
 * submitted says what is there now. What was looked at within the last minutes is not visited again.
 */
export async function lookAtAll(person: Actor, assignmentId: string): Promise<void> {
  const before = new Date(clock.now() - JUST_BEFORE);
  const links = await select(z.object({ url: z.string() }), OWN_LINKS, [
    assignmentId,
    person.id,
    before,
    MOST_BEFORE_SUBMIT
  ]);
  const waiting = [...links];
  const visit = async () => {
    for (let link = waiting.pop(); link; link = waiting.pop())
      if (mayLookNow(person, clock.now())) await lookAtLink(link.url);
  };
  await Promise.all(Array.from({ length: AT_ONCE }, visit));
  await withPacket(person, { assignmentId, own: true }, 'work-on-own-packet', null, async ({ id, tx }) => {
    await execute(TAKE_LATEST, [id], tx);
    return { ok: true };
  });
}

/** Every link of the packet `$1` shows its latest look; what is fine by now needs no "knowingly" any more. */
const TAKE_LATEST = `
  with latest as (
    select f.id as piece, l.id, l.verdict from pieces f cross join lateral (
      select id, verdict from link_looks where url = f.url order by looked_at desc limit 1) l
    where f.packet_id = $1 and f.kind = 'link' and f.look_id is distinct from l.id
  )
  update pieces f set look_id = n.id, knowingly = f.knowingly and n.verdict <> 'opens'
  from latest n where f.id = n.piece`;

const OWN_LINKS = `
  with own as (
    select f.* from pieces f join packets k on k.id = f.packet_id
    join party_members m on m.party_id = k.party_id and m.person_id = $2 where k.assignment_id = $1
  ), addresses as (
    select url from own where kind = 'link'
    union
    select unnest(d.links) from own join blob_readings d on d.sha256 = own.sha256
  )
  select url from addresses a
  where not exists (select 1 from link_looks l where l.url = a.url and l.looked_at > $3) limit $4`;

const OWN_LINK = `
  select p.url from pieces p join packets k on k.id = p.packet_id
  join party_members m on m.party_id = k.party_id and m.person_id = $2
  where p.id = $1 and k.assignment_id = $3 and p.kind = 'link'`;
