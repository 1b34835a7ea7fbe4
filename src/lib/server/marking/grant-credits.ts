import { z } from 'zod';
import { creditText, grantProblem, GRANTS, type Activity } from '$core/judging/credits';
import type { CreditRefusal } from '$core/judging/credit-refusals';
import { Decimal } from '$core/decimal';
import { stepRefusal } from '$core/judging/registry';
import type { MarkRefusal } from '$core/marking/words';
import type { Refusal } from '$core/packets/allowed';
import type { Actor } from '$core/people/policy';
import { audit } from '../db/audit';
import { execute, select } from '../db/connection';
import { publish } from '../live/publish';
import type { Outcome } from '../outcome';
import { withPacket } from '../packets/open-packet';
import { tellAbout } from '../packets/packet-news';
import { beginMarking } from './marked-round';

/** What is said to one activity. `granted`: a decimal number, as it was written. */
export const GrantGiven = z.object({
  activity: z.string().min(1).max(80),
  state: z.enum(GRANTS),
  granted: z
    .string()
    .trim()
    .transform((text) => text.replace(',', '.') || '0')
    .pipe(z.string().regex(/^\d{1,4}(\.\d{1,2})?$/, 'A number with two places at most.')),
  reason: z.string().trim().max(500, 'A reason holds 500 characters at most.')
});
export type GrantGiven = z.output<typeof GrantGiven>;

/**
 * Says to activities of a round what is granted of them. The student sees it at once, whatever becomes of the round; what was said
 * before of the same activity is said anew. All of them are kept, or none.
 */
export async function grantCredits(
  person: Actor,
  input: { packetId: string; round: number; grants: GrantGiven[]; key: string }
): Promise<Outcome<object, Refusal | MarkRefusal | CreditRefusal>> {
  return withPacket(person, input, 'mark-round', `credits ${input.key}`, async (packet) => {
    const why = stepRefusal(packet.facts.settles, 'grant') ?? (await beginMarking(packet, input.round));
    if (why !== null) return { ok: false, why };
    const { tx, now, id } = packet;
    const claimed = new Map((await activitiesOf(id, input.round, tx)).map((one) => [one.id, one]));
    const said = input.grants.map((grant) => ({ ...grant, of: claimed.get(grant.activity) }));
    for (const { of, ...grant } of said) {
      const problem = of ? grantProblem({ ...grant, claimed: of.claimed }) : 'no-such-activity';
      if (problem !== null) return { ok: false, why: problem };
    }
    for (const { of, activity, state, granted, reason } of said)
      await execute(
        GRANT,
        [id, activity, of?.title, of?.claimed, state, granted, reason, person.id, new Date(now)],
        tx
      );
    const sum = said.reduce((all, { granted }) => all.plus(granted), new Decimal(0)).toString();
    const asked = said.filter(({ state }) => state === 'questioned').length;
    const words = `${creditText(sum, packet.facts.creditUnit)} granted${asked > 0 ? `, ${asked} asked about` : ''}`;
    await tellAbout(packet, { what: 'credits-granted', says: words });
    await publish({ what: 'remarked', packet }, tx);
    await audit(person.id, 'grant-credits', id, { round: input.round, activities: said.length }, tx);
    return { ok: true };
  });
}

/** What the pages of a round claim. */
async function activitiesOf(packetId: string, round: number, tx: Parameters<typeof execute>[2]): Promise<Activity[]> {
  const rows = await select(z.object({ activities: z.array(z.custom<Activity>()) }), CLAIMED, [packetId, round], tx);
  return rows.flatMap(({ activities }) => activities);
}
const CLAIMED = `
  select f.facts -> 'activities' as activities from round_pieces p
  join blob_facts f on f.sha256 = p.sha256 and f.facts ? 'activities'
  where p.packet_id = $1 and p.round_no = $2 and p.kind = 'page' order by p.position, p.id`;
const GRANT = `
  insert into credits (packet_id, activity, title, claimed, state, granted, reason, by_person, at)
  values ($1, $2, $3, $4, $5, $6, $7, $8, $9)
  on conflict (packet_id, activity) do update set title = excluded.title, claimed = excluded.claimed, state = excluded.state,
    granted = excluded.granted, reason = excluded.reason, by_person = excluded.by_person, at = excluded.at`;
