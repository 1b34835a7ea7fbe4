import { z } from 'zod';
import type { Actor } from '../src/lib/core/people/policy';
import { select } from '../src/lib/server/db/connection';
import { makeParty, readParties } from '../src/lib/server/together/parties';

/** The lines of the skiff are drawn by three: Ilse and two of her class share one packet. */
export async function openSkiff(ilse: Actor, teacher: Actor): Promise<void> {
  const [plan] = await select(
    z.object({ id: z.string() }),
    "select a.id from assignments a join courses c on c.id = a.course_id where c.slug = 'boatyard-workshop' and a.title = 'Lines plan of the skiff'"
  );
  const assignmentId = plan?.id ?? '';
  const { alone } = await readParties(teacher, assignmentId);
  const others = alone.filter(({ id }) => id !== ilse.id).slice(0, 2);
  const members = [ilse.id, ...others.map(({ id }) => id)];
  const made = await makeParty(teacher, { assignmentId, name: 'Skiff, port side', members });
  if (!made.ok) throw new Error(`The demo's party: ${made.why}`);
}
