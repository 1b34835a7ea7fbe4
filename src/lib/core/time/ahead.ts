import { tzOffset } from '@date-fns/tz';
import type { Moment } from './moment';

/** How the clocks of one zone stand against another's at a moment: "4 h ahead of it", "5 h 30 min behind it", "the same now". */
export function aheadWords(of: string, against: string, now: Moment): string {
  const minutes = tzOffset(of, new Date(now)) - tzOffset(against, new Date(now));
  if (minutes === 0) return 'which shows the same now';
  const [hours, rest] = [Math.floor(Math.abs(minutes) / 60), Math.abs(minutes) % 60];
  const long = [hours > 0 ? `${hours} h` : '', rest > 0 ? `${rest} min` : ''].filter(Boolean).join(' ');
  return `${long} ${minutes > 0 ? 'ahead' : 'behind'}`;
}
