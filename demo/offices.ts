import { activitiesOf } from '../src/lib/core/pieces/told-by-pages';
import type { Actor } from '../src/lib/core/people/policy';
import { grantCredits } from '../src/lib/server/marking/grant-credits';
import { readForMarking } from '../src/lib/server/marking/read-for-marking';
import { makeOffice, seatInOffice } from '../src/lib/server/offices/offices';
import type { DemoStep } from './read-world';

/** Opens the offices of the demo, and seats who sits in them. */
export async function openOffices(
  by: Actor,
  offices: ReadonlyArray<{ name: string; people: string[] }>
): Promise<void> {
  for (const { name, people } of offices) {
    const made = await makeOffice(by, { name });
    if (!made.ok) throw new Error(`The office ${name} was refused: ${made.why}`);
    for (const account of people) {
      const seated = await seatInOffice(by, { office: made.id, account });
      if (!seated.ok) throw new Error(`${account} has no seat in ${name}: ${seated.why}`);
    }
  }
}

/** Says something to each activity of a round, in their order. */
export async function grantInOrder(
  teacher: Actor,
  at: { packetId: string; round: number },
  said: NonNullable<DemoStep['grants']>,
  key: string
) {
  const { rounds } = await readForMarking(teacher, at.packetId);
  const activities = activitiesOf(rounds.find(({ no }) => no === at.round)?.pieces ?? []);
  const grants = said.map((grant, i) => ({ ...grant, activity: activities[i]?.id ?? '' }));
  return grantCredits(teacher, { ...at, grants, key });
}
