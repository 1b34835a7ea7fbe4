import type { Stretch } from './free-time';
import { isOnTime, type Unit } from './sittings';

/**
 * Which sittings can be on time, as many minutes of them as can be together.
 *
 * Sittings that can all be on time at once are the independent sets of a transversal matroid (Edmonds and Fulkerson, 1965), so that
 * taking them greedily, the longest and then the heaviest first, is best: one is taken if those that are can be moved to make room for
 * it, by an augmenting path. A place that no free one can be reached from stays so, and is not looked at again.
 *
 * @returns for each sitting the place that was found for it; null where it cannot be on time
 */
export function onTimeMatching(units: readonly Unit[], places: readonly Stretch[]): Array<number | null> {
  const holds: Array<number | null> = places.map(() => null);
  const at: Array<number | null> = units.map(() => null);
  const closed = new Set<number>();
  const order = units
    .map((unit, i) => ({ unit, i }))
    .sort(
      (a, b) =>
        Number(a.unit.task.overdue) - Number(b.unit.task.overdue) ||
        b.unit.minutes - a.unit.minutes ||
        b.unit.task.weight - a.unit.task.weight ||
        last(a.unit) - last(b.unit) ||
        a.i - b.i
    );
  for (const { i } of order) {
    const seen = new Set<number>();
    if (!moved(i, seen)) for (const place of seen) closed.add(place);
  }
  return at;

  /** Finds a place for a sitting, moving others where it has to; `seen` are the places that were looked at on the way. */
  function moved(first: number, seen: Set<number>): boolean {
    const from = new Map<number, number>();
    const queue = [first];
    for (let sitting = queue.shift(); sitting !== undefined; sitting = queue.shift()) {
      const unit = units[sitting];
      if (!unit) continue;
      for (const [place, stretch] of places.entries()) {
        if (seen.has(place) || closed.has(place) || !isOnTime(unit, stretch)) continue;
        seen.add(place);
        from.set(place, sitting);
        const held = holds[place] ?? null;
        if (held === null) {
          shift(place, from);
          return true;
        }
        queue.push(held);
      }
    }
    return false;
  }

  /** Gives the free place to who reached it, that one's place to who reached that, and so on. */
  function shift(free: number, from: ReadonlyMap<number, number>): void {
    for (let place: number | null = free; place !== null;) {
      const sitting = from.get(place);
      if (sitting === undefined) return;
      const left: number | null = at[sitting] ?? null;
      holds[place] = sitting;
      at[sitting] = place;
      place = left;
    }
  }
}

// Without a due moment it can wait; Infinity less Infinity is no number.
const last = ({ task }: Unit) => task.due ?? Number.MAX_SAFE_INTEGER;
