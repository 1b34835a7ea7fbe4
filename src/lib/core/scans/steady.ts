import { farthest, type Corners } from './corners';

/** How long a sheet has to be held still, in milliseconds. */
const STILL = 1100;
/** It is still while no corner moves by more than this share of the picture's longer side. */
const MOVES = 0.014;
/** How clearly its sides have to stand out. */
const CLEAR = 0.75;
/** The next sheet is taken once this one has left, or lies elsewhere by so much. */
const ELSEWHERE = 0.06;

interface Seen {
  at: number;
  corners: Corners;
}

/** Tells when a sheet before the camera is held still, so that its photograph takes itself. */
export class Steady {
  private seen: Seen[] = [];
  private taken: Corners | null = null;

  /** @param longest the longer side of the picture in which corners are given */
  constructor(private longest: number) {}

  /**
   * Notes what the camera sees.
   *
   * @param at   milliseconds, of any clock that only goes on
   * @returns how long it has been still, as a share of what is wanted: at 1 it is to be taken
   */
  see(at: number, found: { corners: Corners; sure: number } | null): number {
    if (!found || found.sure < CLEAR) {
      this.seen = [];
      // Whatever lies there next is another sheet.
      this.taken = null;
      return 0;
    }
    const { corners } = found;
    if (this.taken && farthest(this.taken, corners) < ELSEWHERE * this.longest) return 0;
    const last = this.seen.at(-1);
    const first = this.seen[0];
    const moved = (one: Seen | undefined) => one !== undefined && farthest(one.corners, corners) > MOVES * this.longest;
    if (moved(last) || moved(first)) this.seen = [];
    this.seen.push({ at, corners });
    const since = this.seen[0]?.at ?? at;
    return this.seen.length < 3 ? 0 : Math.min(1, (at - since) / STILL);
  }

  /** It was taken: the same sheet is not taken twice. */
  take(): void {
    this.taken = this.seen.at(-1)?.corners ?? null;
    this.seen = [];
  }
}
