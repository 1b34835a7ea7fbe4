import { MINUTE, SECOND } from '../time/moment';
import { span } from '../time/words';

/**
 * How long one may still answer, in words that never promise more than there is, but for the second that is running.
 *
 * @param left milliseconds
 */
export function timeLeftWords(left: number): string {
  if (left <= 0) return 'The time is over';
  return `${left < MINUTE ? `${Math.ceil(left / SECOND)} s` : span(left)} left`;
}
