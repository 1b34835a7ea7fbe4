/** Windows in which others have a page open, each for as long as it says so. Times are the browser's own, in milliseconds. */
export class SeenWindows {
  #seen = new Map<number, { personId: string; until: number }>();

  /** @param most how long it counts without saying so again */
  see(window: number, personId: string, most: number): void {
    this.#seen.set(window, { personId, until: performance.now() + most });
  }
  leave(window: number): void {
    this.#seen.delete(window);
  }
  clear(): void {
    this.#seen.clear();
  }
  /** Those that have said nothing for too long. */
  get lapsed(): number[] {
    return [...this.#seen].flatMap(([window, { until }]) => (until < performance.now() ? [window] : []));
  }
  get any(): boolean {
    return this.#seen.size > 0;
  }
  /** Whose they are, each person once. */
  get people(): string[] {
    return [...new Set([...this.#seen.values()].map(({ personId }) => personId))];
  }
}
