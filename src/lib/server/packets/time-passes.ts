import { lapsedSeal } from '$core/packets/custody';
import { allowed } from '$core/packets/allowed';
import { tellAbout } from './packet-news';
import type { OpenPacket } from './open-packet';

/**
 * Writes down what the passing of time has done to a packet: a seal that ran out, a round that stands again. Under the
 * packet's lock, before anything else is done with it.
 *
 * @returns whether anything had happened
 */
export async function letTimePass(packet: OpenPacket): Promise<boolean> {
  const by = packet.wisher;
  const lapsed = lapsedSeal(packet.custody, packet.now) !== null;
  if (lapsed) {
    await packet.act({ do: 'let-seal-run-out' }, by);
    await tellAbout(packet, { what: 'seal-ran-out' });
  }
  const stands = allowed(packet.custody, { do: 'let-stand-again' }, packet.now).ok;
  if (stands) {
    await packet.act({ do: 'let-stand-again' }, by);
    await tellAbout(packet, { what: 'stands-again', round: packet.custody.standing ?? 0 });
  }
  return lapsed || stands;
}
