import { z } from 'zod';
import type { MarkRefusal } from '$core/marking/words';
import type { Anchor } from '$core/remarks/anchor';
import { MOST_REMARKS } from '$core/remarks/bounds';
import type { Refusal } from '$core/packets/allowed';
import type { Actor } from '$core/people/policy';
import { execute, select, type Tx } from '../db/connection';
import { publish } from '../live/publish';
import { NotHere, type Outcome } from '../outcome';
import type { Judgement } from './judgement';
import { putVoice } from './voices';
import { beginMarking } from './marked-round';
import { withPacket, type OpenPacket } from '../packets/open-packet';

/**
 * Notes a remark on a piece of a round. The student sees it when the round is returned.
 *
 * @param input `key`: a repeated request notes nothing twice; `criterionId`: the row of the rubric that it belongs to, if to any
 * @throws NotHere where there is no such piece for this person
 */
export async function addRemark(
  person: Actor,
  input: {
    packetId: string;
    pieceId: string;
    anchor: Anchor;
    body: string;
    key: string;
    criterionId?: string | null;
    voiceId?: string | null;
  }
): Promise<Outcome<{ id: string }, Refusal | MarkRefusal>> {
  const { packetId, pieceId, anchor, body } = input;
  return withPacket(person, { packetId }, 'mark-round', `remark ${input.key}`, async (packet) => {
    const [piece] = await select(Piece, PIECE, [pieceId, packetId], packet.tx);
    if (!piece) throw new NotHere('This piece');
    if (piece.remarks >= MOST_REMARKS) return { ok: false, why: 'too-many-remarks' };
    const why = await beginMarking(packet, piece.round);
    if (why !== null) return { ok: false, why };
    const { criterionId = null } = input;
    const said = [packetId, piece.round, pieceId, JSON.stringify(anchor), body, person.id, new Date(packet.now)];
    const bind = [...said, criterionId, packet.facts.assignmentId];
    const [made] = await select(Made, ADD, bind, packet.tx);
    if (made && input.voiceId)
      await putVoice({ voiceId: input.voiceId, remarkId: made.id, packetId, by: person.id }, packet.tx);
    await tellTeachers(packet);
    return { ok: true, id: made?.id ?? '' };
  });
}

/** Takes a remark away that the student has not seen yet. @throws NotHere where there is no such one */
export async function dropRemark(
  person: Actor,
  { packetId, remarkId }: { packetId: string; remarkId: string }
): Promise<Outcome<object, Refusal>> {
  return withPacket(person, { packetId }, 'mark-round', null, async (packet) => {
    const [gone] = await select(Made, DROP, [remarkId, packetId], packet.tx);
    if (!gone) throw new NotHere('This remark');
    await tellTeachers(packet);
    return { ok: true };
  });
}

/** Puts what is to change onto the list of the round that is asked for: remarks on all of it, at its first piece. */
export async function noteToChange(
  { id, tx, now, person, facts }: OpenPacket,
  { round, toChange = [] }: Pick<Judgement, 'round' | 'toChange'>
): Promise<void> {
  const [piece] = await select(Made, FIRST_PIECE, [id, round], tx);
  if (!piece) return;
  const anchor = JSON.stringify({ on: 'whole' } satisfies Anchor);
  // Each a moment after the one before, so that the list keeps its order.
  for (const [i, { body, criterionId }] of toChange.entries())
    await execute(
      ADD,
      [id, round, piece.id, anchor, body, person.id, new Date(now + i), criterionId, facts.assignmentId],
      tx
    );
}
const FIRST_PIECE = 'select id from round_pieces where packet_id = $1 and round_no = $2 order by position, id limit 1';

/** What was noted on a round is the student's to see from now on. Under the packet's lock, as it is returned. */
export function returnRemarks({ id, now, tx }: OpenPacket, round: number): Promise<void> {
  return execute(RETURN, [id, round, new Date(now)], tx);
}

/** The student says that a remark is dealt with, or that it is not after all. @throws NotHere where there is no such one of theirs */
export async function dealWithRemark(
  person: Actor,
  { assignmentId, remarkId, done }: { assignmentId: string; remarkId: string; done: boolean }
): Promise<Outcome<object, Refusal>> {
  return withPacket(person, { assignmentId, own: true }, 'work-on-own-packet', null, async (packet) => {
    const at = done ? new Date(packet.now) : null;
    const [known] = await select(Made, DEAL, [remarkId, packet.id, at], packet.tx);
    if (!known) throw new NotHere('This remark');
    await publish({ what: 'remarked', packet }, packet.tx);
    return { ok: true };
  });
}

/** Another teacher may have the same round open; the student sees nothing of it yet. */
const tellTeachers = (packet: OpenPacket): Promise<void> =>
  publish({ what: 'remarked', packet: { ...packet, members: [] } }, packet.tx satisfies Tx);

const Made = z.object({ id: z.string() });
const Piece = z.object({ round: z.number(), remarks: z.number() });
const PIECE = `
  select r.round_no as round,
    (select count(*)::integer from remarks k where k.packet_id = r.packet_id and k.round_no = r.round_no) as remarks
  from round_pieces r where r.id = $1 and r.packet_id = $2`;
const ADD = `
  insert into remarks (packet_id, round_no, round_piece_id, anchor, body, by_person, at, criterion_id)
  values ($1, $2, $3, $4, $5, $6, $7, (select id from criteria where id = $8 and assignment_id = $9)) returning id`;
const DROP =
  'delete from remarks where id = $1 and packet_id = $2 and returned_at is null and reading_id is null returning id';
const RETURN =
  'update remarks set returned_at = $3 where packet_id = $1 and round_no = $2 and returned_at is null and reading_id is null';
const DEAL = `
  update remarks set dealt_at = $3 where id = $1 and packet_id = $2 and returned_at is not null returning id`;
