import { MINUTE, type Moment } from './moment';
import { offsetAt } from './offsets';

/** How the clocks of one zone stand against another's at a moment: "4 h ahead of it", "5 h 30 min behind it", "the same now". */
export function aheadWords(of: string, against: string, now: Moment): string {
  const minutes = (offsetAt(now, of) - offsetAt(now, against)) / MINUTE;
  if (minutes === 0) return 'which shows the same now';
  const [hours, rest] = [Math.floor(Math.abs(minutes) / 60), Math.abs(minutes) % 60];
  const long = [hours > 0 ? `${hours} h` : '', rest > 0 ? `${rest} min` : ''].filter(Boolean).join(' ');
  return `${long} ${minutes > 0 ? 'ahead' : 'behind'}`;
}
