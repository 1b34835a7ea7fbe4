import type { Moment } from '../time/moment';
import type { BusyTime, PlanLine } from './inputs';

/** Something in the past calendar that looks like what an assignment collects, and is not in it. */
export interface Forgotten {
  title: string;
  from: Moment;
  to: Moment;
}

/**
 * Searches the past calendar for what one may have forgotten to enter into work that is fed over the year.
 *
 * @param about   words of the assignment and of what was entered before, by which such events are known
 * @param entered what stands in the work: an event whose name and day are in it is not forgotten
 * @param dayOf   the day of a moment as it would be written there
 */
export function forgotten(
  past: readonly BusyTime[],
  about: readonly string[],
  entered: string,
  dayOf: (moment: Moment) => string
): Forgotten[] {
  const known = new Set(about.flatMap(words));
  const text = entered.toLowerCase();
  return past
    .filter(({ title, from }) => {
      const own = words(title);
      const alike = own.filter((word) => known.has(word)).length;
      const isIn = text.includes(title.toLowerCase()) && text.includes(dayOf(from).toLowerCase());
      return own.length > 0 && alike * 2 >= own.length && !isIn;
    })
    .map(({ title, from, to }) => ({ title, from, to }))
    .sort((a, b) => b.from - a.from);
}

/** The same for each of somebody's open assignments that collects what was done; nothing of what is still ahead. */
export function forgottenIn(
  lines: ReadonlyArray<Pick<PlanLine, 'assignmentId' | 'title' | 'settles' | 'entered'>>,
  busy: readonly BusyTime[],
  now: Moment
): Array<{ id: string; title: string; events: Forgotten[] }> {
  const past = busy.filter(({ to }) => to <= now);
  return lines
    .filter(({ settles }) => settles === 'credits')
    .map(({ assignmentId: id, title, entered }) => ({
      id,
      title,
      events: forgotten(past, [title], entered ?? '', () => '').slice(0, 8)
    }))
    .filter(({ events }) => events.length > 0);
}

/** Words that say something: no small ones, and one form for one and for several. */
const words = (text: string): string[] =>
  (text.toLowerCase().match(/\p{L}{4,}/gu) ?? [])
    .filter((word) => !SMALL.has(word))
    .map((word) => word.replace(/s$/, ''));
const SMALL = new Set(['your', 'with', 'from', 'this', 'that', 'evidence']);
