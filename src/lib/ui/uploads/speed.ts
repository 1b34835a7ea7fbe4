import { span } from '$core/time/words';
import { sizeText } from '$core/materials/size-text';

/** So much of the past counts: long enough not to jump about, short enough to follow a line that slows down. */
const WINDOW = 5000;

/** How fast bytes leave, from what had left at which moment. Milliseconds and bytes. */
export class Speed {
  private seen: Array<{ at: number; sent: number }> = [];

  note(at: number, sent: number): void {
    this.seen.push({ at, sent });
    while (this.seen.length > 2 && at - (this.seen[0]?.at ?? at) > WINDOW) this.seen.shift();
  }

  /** Bytes per second; null before there is anything to tell it from. */
  get perSecond(): number | null {
    const [first, last] = [this.seen[0], this.seen.at(-1)];
    if (!first || !last || last.at - first.at < 200) return null;
    return ((last.sent - first.sent) / (last.at - first.at)) * 1000;
  }

  /** After a pause, what came before says nothing. */
  forget(): void {
    this.seen = [];
  }
}

/** "4.2 MB a second, 12 s left"; empty while nothing is known. */
export function speedWords(perSecond: number | null, left: number): string {
  if (perSecond === null || perSecond <= 0) return '';
  const seconds = Math.ceil(left / perSecond);
  return `${sizeText(Math.round(perSecond))} a second, ${span(seconds * 1000)} left`;
}
