/** Two people who must not be together, by id. */
export type Apart = readonly [string, string];

/** Steps after which a draw is given up: far more than a class needs. */
const PATIENCE = 20_000;

/**
 * Draws people into parties whose sizes differ by one at most, so that none are together who must not be.
 *
 * @param size  how many a party has at most
 * @param roll  0 to 1, the die: the same rolls draw the same parties
 * @returns null where it cannot be done
 */
export function drawParties(
  people: readonly string[],
  size: number,
  apart: readonly Apart[],
  roll: () => number
): string[][] | null {
  if (people.length === 0) return [];
  const count = Math.ceil(people.length / Math.max(1, size));
  const room = Array.from(
    { length: count },
    (_, i) => Math.floor(people.length / count) + (i < people.length % count ? 1 : 0)
  );
  const not = new Map<string, Set<string>>();
  for (const [one, other] of apart.flatMap(([a, b]): Apart[] => [
    [a, b],
    [b, a]
  ]))
    not.set(one, (not.get(one) ?? new Set()).add(other));
  // Whoever must not be with most comes first, among equals by the die.
  const order = shuffled(people, roll).sort((a, b) => (not.get(b)?.size ?? 0) - (not.get(a)?.size ?? 0));
  const parties: string[][] = room.map(() => []);
  let steps = 0;
  const place = (at: number): boolean => {
    const person = order[at];
    if (person === undefined) return true;
    for (const i of shuffled(
      room.map((_, i) => i),
      roll
    )) {
      const party = parties[i];
      if (!party || party.length >= (room[i] ?? 0) || party.some((other) => not.get(person)?.has(other))) continue;
      if (++steps > PATIENCE) return false;
      party.push(person);
      if (place(at + 1)) return true;
      party.pop();
    }
    return false;
  };
  return place(0) ? parties : null;
}

/** Fisher and Yates (1938). */
function shuffled<T>(some: readonly T[], roll: () => number): T[] {
  const all = [...some];
  for (let i = all.length - 1; i > 0; i--) {
    const j = Math.min(i, Math.floor(roll() * (i + 1)));
    const [a, b] = [all[i], all[j]];
    if (a !== undefined && b !== undefined) [all[i], all[j]] = [b, a];
  }
  return all;
}
