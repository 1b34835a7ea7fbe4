import { z } from 'zod';
import { allowed, type Refusal } from '$core/packets/allowed';
import { activeSeal } from '$core/packets/custody';
import { keepableName } from '$core/pieces/names';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { stoppedByCheck } from '../checks/strict';
import { Piece } from '../db/models/packets';
import type { Outcome } from '../outcome';
import { withPacket, type OpenPacket } from '../packets/open-packet';
import { placeProblem } from '../packets/place';
import { ComingPiece, noteArrived, readSeal, writeSeal, type SealRecord } from '../packets/seal-record';
import { writeRound } from './write-round';

export const NewSeal = z.object({
  /** What is still under way, as the student's device has hashed it. */
  coming: z.array(ComingPiece).min(1).max(200),
  note: z.string().trim().max(2000).default(''),
  key: z.string().min(8).max(50)
});

/**
 * Seals what the next round will be while bytes of it are still under way: the round counts from this moment, if exactly
 * the files that are named here arrive within the assignment's allowance. Until then the student holds the packet.
 * Where all has arrived meanwhile, it is simply submitted.
 */
export async function sealPacket(
  person: Actor,
  input: { assignmentId: string } & z.input<typeof NewSeal>
): Promise<Outcome<{ until: Moment } | { round: number; receipt: string }, Refusal | PieceRefusal>> {
  const { coming, note, key } = NewSeal.parse(input);
  const address = { assignmentId: input.assignmentId, own: true } as const;
  return withPacket(person, address, 'work-on-own-packet', `seal ${key}`, async (packet) => {
    const left = await stillComing(packet, coming);
    if (await stoppedByCheck(packet, left)) return { ok: false, why: 'stopped-by-a-check' };
    if (left.length === 0) {
      const submitted = await packet.act({ do: 'submit' });
      return submitted.ok ? { ok: true, ...(await writeRound(packet, note)) } : submitted;
    }
    const problem = await comingProblem(packet, left);
    if (problem) return { ok: false, why: problem };
    const verdict = await packet.act({ do: 'seal', coming: left.length });
    if (!verdict.ok) return verdict;
    await writeSeal(packet, left, note);
    return { ok: true, until: packet.custody.seal?.until ?? packet.now };
  });
}

/** Breaks the student's own seal, so that the packet can be changed again. What is under way goes on arriving. */
export async function breakSeal(person: Actor, input: { assignmentId: string }): Promise<Outcome<object, Refusal>> {
  const address = { assignmentId: input.assignmentId, own: true } as const;
  return withPacket(person, address, 'work-on-own-packet', null, (packet) => packet.act({ do: 'break-seal' }));
}

/** What has not arrived meanwhile: between the student's press and this moment the last bytes may have come. */
async function stillComing(packet: OpenPacket, coming: readonly ComingPiece[]): Promise<ComingPiece[]> {
  const there = await Piece.findAll({ where: { packetId: packet.id }, transaction: packet.tx });
  const lies = ({ deliverableId, sha256 }: ComingPiece) =>
    there.some((piece) => piece.deliverableId === deliverableId && piece.sha256 === sha256);
  return coming.filter((one) => !lies(one));
}

/** Why files that are under way do not fit their places, each after those before it. */
async function comingProblem(packet: OpenPacket, coming: readonly ComingPiece[]): Promise<PieceRefusal | null> {
  const before = new Map<string | null, number>();
  for (const { deliverableId, name, size } of coming) {
    if (keepableName(name) !== name) return 'name-too-long';
    const there = before.get(deliverableId) ?? 0;
    const problem = await placeProblem(packet, deliverableId, { kind: 'file', name, size }, -there);
    if (problem) return problem;
    before.set(deliverableId, there + 1);
  }
  return null;
}

/** Whether a file may still come to a packet that is sealed: only what was sealed may. Null where nothing is sealed. */
export async function mayArrive(
  packet: OpenPacket,
  deliverableId: string | null,
  file: { name: string; size: number } | null
): Promise<Outcome<object, Refusal> | null> {
  if (activeSeal(packet.custody, packet.now) === null) return null;
  const seal = await readSeal(packet);
  const sealed = seal?.coming.some(
    (one) => one.deliverableId === deliverableId && one.size === file?.size && one.name === file.name
  );
  return sealed ? allowed(packet.custody, { do: 'arrive', piece: '' }, packet.now) : { ok: false, why: 'sealed' };
}

/** A file that has arrived at a sealed packet. */
export interface Arrival {
  deliverableId: string | null;
  sha256: string;
}

/** The entry of the open seal that a file is, by its hash and its place; null where it is none of them. */
export async function sealedPiece(
  packet: OpenPacket,
  { deliverableId, sha256 }: Arrival
): Promise<{ seal: SealRecord; piece: ComingPiece } | null> {
  if (activeSeal(packet.custody, packet.now) === null) return null;
  const seal = await readSeal(packet);
  const piece = seal?.coming.find((one) => one.sha256 === sha256 && one.deliverableId === deliverableId);
  return seal && piece ? { seal, piece } : null;
}

/** Ticks a sealed file off; with the last one the seal becomes the round that it was a promise of. */
export async function completeSeal(
  packet: OpenPacket,
  arrived: { seal: SealRecord; piece: ComingPiece }
): Promise<void> {
  const left = await noteArrived(packet, arrived.seal, arrived.piece);
  if (left.coming.length > 0) return;
  const verdict = await packet.act({ do: 'complete-seal' });
  // Where the rules have changed meanwhile the piece is kept, and the seal runs out loudly.
  if (verdict.ok) await writeRound(packet, left.note);
}
