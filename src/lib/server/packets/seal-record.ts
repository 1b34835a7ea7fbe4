import { z } from 'zod';
import { execute, select } from '../db/connection';
import type { OpenPacket } from './open-packet';

/** A piece that was under way when its packet was sealed: this very file, and no other, may still come. */
export const ComingPiece = z.object({
  deliverableId: z.uuid().nullable(),
  name: z.string().min(1).max(255),
  size: z.number().int().min(1),
  sha256: z.string().regex(/^[0-9a-f]{64}$/)
});
export type ComingPiece = z.infer<typeof ComingPiece>;

/** What was sealed of a packet, beside what lies in it. */
export interface SealRecord {
  id: string;
  note: string;
  /** What has not arrived yet. */
  coming: ComingPiece[];
}

/** The open seal of a packet under lock; null where there is none. */
export async function readSeal(packet: OpenPacket): Promise<SealRecord | null> {
  const [row] = await select(
    z.object({ id: z.string(), note: z.string(), coming: z.array(ComingPiece) }),
    'select id, note, coming from seals where packet_id = $1 and ended is null',
    [packet.id],
    packet.tx
  );
  return row ?? null;
}

/** Writes a seal down, beside its event in the log. */
export async function writeSeal(packet: OpenPacket, coming: readonly ComingPiece[], note: string): Promise<void> {
  await execute(
    'insert into seals (packet_id, at, note, coming) values ($1, $2, $3, $4)',
    [packet.id, new Date(packet.now), note, JSON.stringify(coming)],
    packet.tx
  );
}

/** Notes that one of the sealed files has arrived. */
export async function noteArrived(packet: OpenPacket, seal: SealRecord, piece: ComingPiece): Promise<SealRecord> {
  const coming = seal.coming.filter((one) => one !== piece);
  await execute('update seals set coming = $2 where id = $1', [seal.id, JSON.stringify(coming)], packet.tx);
  return { ...seal, coming };
}

export type SealEnd = 'complete' | 'broken' | 'ran-out' | 'dropped';

/** Closes the open seal of a packet. */
export async function endSeal(packet: OpenPacket, how: SealEnd): Promise<void> {
  await execute('update seals set ended = $2 where packet_id = $1 and ended is null', [packet.id, how], packet.tx);
}
