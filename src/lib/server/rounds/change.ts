import { z } from 'zod';
import type { Refusal } from '$core/packets/allowed';
import type { Actor } from '$core/people/policy';
import { execute, select } from '../db/connection';
import type { Outcome } from '../outcome';
import { firstWords } from '$core/tidings/first-words';
import { tellAbout } from '../packets/packet-news';
import { flushPages } from '../pages/flush';
import { withPacket } from '../packets/open-packet';

type Own = { assignmentId: string };

/** Notes that the student has looked at the assignment. Does nothing the second time. */
export async function openAssignment(person: Actor, { assignmentId }: Own): Promise<void> {
  await withPacket(person, { assignmentId, own: true }, 'work-on-own-packet', null, (packet) =>
    packet.act({ do: 'open' })
  );
}

/**
 * Withdraws the standing round. Either an earlier, replaced round stands again, or the teacher has nothing until the
 * next submit: the student says which.
 */
export async function takeBack(
  person: Actor,
  input: Own & { restores: number | null; ifDue?: boolean; key: string }
): Promise<Outcome<object, Refusal>> {
  const { restores, ifDue } = input;
  const address = { assignmentId: input.assignmentId, own: true } as const;
  return withPacket(person, address, 'work-on-own-packet', `take-back ${input.key}`, (packet) =>
    packet.act({ do: 'take-back', restores, ...(ifDue && { ifDue: true }) })
  );
}

/** Says which round should count, where the teacher lets the student choose. */
export async function nominateRound(
  person: Actor,
  { assignmentId, round }: Own & { round: number }
): Promise<Outcome<object, Refusal>> {
  return withPacket(person, { assignmentId, own: true }, 'work-on-own-packet', null, (packet) =>
    packet.act({ do: 'nominate', round })
  );
}

/** Asks the teacher to hand the standing round back, where the student cannot take it back themselves. */
export async function askBack(
  person: Actor,
  { assignmentId, reason }: Own & { reason: string }
): Promise<Outcome<object, Refusal>> {
  return withPacket(person, { assignmentId, own: true }, 'work-on-own-packet', null, async (packet) => {
    const verdict = await packet.act({ do: 'ask-back', reason });
    const round = packet.custody.standing ?? 0;
    if (verdict.ok) await tellAbout(packet, { what: 'asked-back', round, says: firstWords(reason) });
    return verdict;
  });
}

/** The student's word that they handed the work over in person. It waits for the teacher's. */
export async function claimInPerson(
  person: Actor,
  { assignmentId, note }: Own & { note: string }
): Promise<Outcome<object, Refusal>> {
  return withPacket(person, { assignmentId, own: true }, 'work-on-own-packet', null, async (packet) => {
    const verdict = await packet.act({ do: 'claim-in-person', note });
    if (verdict.ok) await tellAbout(packet, { what: 'claimed' });
    return verdict;
  });
}

export async function withdrawClaim(person: Actor, { assignmentId }: Own): Promise<Outcome<object, Refusal>> {
  return withPacket(person, { assignmentId, own: true }, 'work-on-own-packet', null, (packet) =>
    packet.act({ do: 'withdraw-claim' })
  );
}

/** Begins the next round while the present one stays with the teacher. */
export async function revise(person: Actor, { assignmentId }: Own): Promise<Outcome<object, Refusal>> {
  return withPacket(person, { assignmentId, own: true }, 'work-on-own-packet', null, (packet) =>
    packet.act({ do: 'revise' })
  );
}

/** Gives a revision up: the packet holds the standing round's pieces again. */
export async function dropRevision(person: Actor, { assignmentId }: Own): Promise<Outcome<object, Refusal>> {
  return withPacket(person, { assignmentId, own: true }, 'work-on-own-packet', null, async (packet) => {
    const { standing } = packet.custody;
    const [count] = await select(
      z.object({ n: z.number() }),
      'select count(*)::int as n from round_pieces where packet_id = $1 and round_no = $2',
      [packet.id, standing],
      packet.tx
    );
    const verdict = await packet.act({ do: 'drop-revision', pieces: count?.n ?? 0 });
    if (!verdict.ok) return verdict;
    await flushPages(packet.id, packet.now, packet.tx);
    await execute('delete from pieces where packet_id = $1', [packet.id], packet.tx);
    await execute(
      `insert into pieces
         (id, packet_id, deliverable_id, kind, name, note, sha256, url, look_id, knowingly, captions, captions_sha256,
          spot_sha256, added_at, position)
       select gen_random_uuid(), packet_id, deliverable_id, kind, name, note, sha256, url, look_id, knowingly, captions,
         captions_sha256, spot_sha256, $3, position
       from round_pieces where packet_id = $1 and round_no = $2`,
      [packet.id, standing, new Date(packet.now)],
      packet.tx
    );
    return verdict;
  });
}

/** The student's own word that it is done, where that settles it; or that it is not, after all. */
export async function declareDone(
  person: Actor,
  { assignmentId, note = '' }: Own & { note?: string }
): Promise<Outcome<object, Refusal>> {
  return withPacket(person, { assignmentId, own: true }, 'work-on-own-packet', null, (packet) =>
    packet.act({ do: 'declare-done', note })
  );
}

export async function withdrawDeclaration(person: Actor, { assignmentId }: Own): Promise<Outcome<object, Refusal>> {
  return withPacket(person, { assignmentId, own: true }, 'work-on-own-packet', null, (packet) =>
    packet.act({ do: 'withdraw-declaration' })
  );
}
