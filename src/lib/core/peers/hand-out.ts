/** A work that can be read, and those who wrote it. */
export interface Readable {
  packetId: string;
  members: readonly string[];
}
/** Somebody who reads, with the packets that were given to them already. */
export interface Reader {
  personId: string;
  has: readonly string[];
}
/** Works that anybody is given at most. */
export const MOST_READ = 6;

/**
 * Gives each reader so many works of others. Nobody reads their own or one twice; each time it is a work that fewest read so far, so that
 * no work is read much more than another. What was given before stays.
 *
 * @param seed    an order that nobody can foresee from the list: the same for the same text
 * @returns for each reader the packets that are new; fewer than wanted where there are not as many
 */
export function handOut(
  works: readonly Readable[],
  readers: readonly Reader[],
  count: number,
  seed: string
): Map<string, string[]> {
  const read = new Map(
    works.map(({ packetId }) => [packetId, readers.filter(({ has }) => has.includes(packetId)).length])
  );
  const mixed = byHash(readers, ({ personId }) => personId, seed);
  const given = new Map(mixed.map(({ personId }) => [personId, [] as string[]]));
  // One work for everybody before anybody gets the next.
  for (let turn = 0; turn < count; turn++)
    for (const { personId, has } of mixed) {
      const own = given.get(personId) ?? [];
      if (has.length + own.length > turn) continue;
      const open = works.filter(
        ({ packetId, members }) => !members.includes(personId) && !has.includes(packetId) && !own.includes(packetId)
      );
      const [next] = byHash(open, ({ packetId }) => packetId, `${seed} ${personId}`).sort(
        (a, b) => (read.get(a.packetId) ?? 0) - (read.get(b.packetId) ?? 0)
      );
      if (!next) continue;
      own.push(next.packetId);
      read.set(next.packetId, (read.get(next.packetId) ?? 0) + 1);
    }
  return given;
}

/** In an order of their own for each seed (FNV-1a, mixed). */
function byHash<T>(list: readonly T[], name: (one: T) => string, seed: string): T[] {
  const hash = (text: string) => {
    let state = 2_166_136_261;
    for (const letter of `${seed} ${text}`) state = Math.imul(state ^ (letter.codePointAt(0) ?? 0), 16_777_619);
    state = Math.imul(state ^ (state >>> 15), 2_246_822_519);
    return (state ^ (state >>> 13)) >>> 0;
  };
  return list
    .map((one) => ({ one, at: hash(name(one)) }))
    .sort((a, b) => a.at - b.at)
    .map(({ one }) => one);
}
