/**
 * A queue in which people take turns: whoever has a hundred things waiting gets the next one done after each of the
 * others has had one of theirs done.
 */
export class Turns<T> {
  private waiting = new Map<string, T[]>();

  /** How many things of someone wait. */
  of(who: string): number {
    return this.waiting.get(who)?.length ?? 0;
  }

  add(who: string, thing: T): void {
    const own = this.waiting.get(who);
    if (own) own.push(thing);
    else this.waiting.set(who, [thing]);
  }

  /** Takes the next thing; its owner goes to the end of the line. */
  next(): T | undefined {
    for (const [who, own] of this.waiting) {
      const thing = own.shift();
      this.waiting.delete(who);
      if (own.length > 0) this.waiting.set(who, own);
      return thing;
    }
    return undefined;
  }

  /** Takes all that waits. */
  *drain(): Generator<T> {
    for (let thing = this.next(); thing !== undefined; thing = this.next()) yield thing;
  }
}
