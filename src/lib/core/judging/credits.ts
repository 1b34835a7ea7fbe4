import type { Moment } from '../time/moment';
import type { CreditRefusal } from './credit-refusals';

/** What a teacher says to what was claimed. */
export const GRANTS = ['granted', 'partly', 'questioned', 'refused'] as const;
export type Grant = (typeof GRANTS)[number];

/** What credits are counted in. */
export const CREDIT_UNITS = ['hours', 'credits'] as const;
export type CreditUnit = (typeof CREDIT_UNITS)[number];

/** Something that a student did and claims credit for, as their form says it. `claimed`: a decimal number. */
export interface Activity {
  id: string;
  title: string;
  /** When, with whom, where: what else its fields say. */
  about: string;
  claimed: string;
}

/** What was said to one of them. `granted` and `claimed`: decimal numbers, as they were then. */
export interface Judged {
  activity: string;
  title: string;
  claimed: string;
  state: Grant;
  granted: string;
  reason: string;
  by: string;
  at: Moment;
}

/** An activity with what was said to it. */
export interface CreditLine extends Activity {
  judged: Judged | null;
  /** `changed`: something else is claimed since; `gone`: it is not claimed any more. Either way, what was granted stands. */
  since: 'changed' | 'gone' | null;
}

/** Activities in the order of the form, and after them those that were judged and are claimed no more. */
export function creditLines(activities: readonly Activity[], judged: readonly Judged[]): CreditLine[] {
  const known = new Map(judged.map((one) => [one.activity, one]));
  const claimed = activities.map((activity): CreditLine => {
    const said = known.get(activity.id) ?? null;
    return {
      ...activity,
      judged: said,
      since: said && amount(said.claimed) !== amount(activity.claimed) ? 'changed' : null
    };
  });
  const there = new Set(activities.map(({ id }) => id));
  const gone = judged.filter(({ activity }) => !there.has(activity));
  return [
    ...claimed,
    ...gone.map((one): CreditLine => {
      const { activity: id, title, claimed } = one;
      return { id, title, about: '', claimed, judged: one, since: 'gone' };
    })
  ];
}

/** What activities add up to. All of it exact, as decimal numbers. */
export interface CreditSum {
  claimed: string;
  granted: string;
  /** Claimed, and nothing was said to it yet. */
  waiting: string;
  /** Claimed, and the teacher asks about it. */
  questioned: string;
  /** What the target wants beyond what is granted; null where there is no target. */
  missing: string | null;
  /** What would be missing if everything that waits or is asked about were granted. */
  atBest: string | null;
}

/** @param target in the same unit; null where there is none */
export function creditSum(lines: readonly CreditLine[], target: number | null): CreditSum {
  const total = (of: (line: CreditLine) => string | null) =>
    lines.reduce((sum, line) => sum + amount(of(line) ?? '0'), 0);
  const granted = total(({ judged }) => judged?.granted ?? null);
  const waiting = total((line) => (line.judged === null ? line.claimed : null));
  const questioned = total(({ judged, claimed }) => (judged?.state === 'questioned' ? claimed : null));
  const short = (of: number) => (target === null ? null : amountText(Math.max(0, Math.round(target * PART) - of)));
  return {
    claimed: amountText(total((line) => (line.since === 'gone' ? null : line.claimed))),
    granted: amountText(granted),
    waiting: amountText(waiting),
    questioned: amountText(questioned),
    missing: short(granted),
    atBest: short(granted + waiting + questioned)
  };
}

/** Why something cannot be said of an activity; null where it can. */
export function grantProblem(grant: {
  state: Grant;
  granted: string;
  reason: string;
  claimed: string;
}): CreditRefusal | null {
  const granted = amount(grant.granted);
  const gives = grant.state === 'granted' || grant.state === 'partly';
  if (gives !== granted > 0) return gives ? 'grants-nothing' : 'refused-with-credits';
  if (grant.state === 'partly' && granted >= amount(grant.claimed)) return 'partly-is-less';
  return grant.state !== 'granted' && grant.reason.trim() === '' ? 'credit-unexplained' : null;
}

/** "2.5 hours", "1 credit". */
export const creditText = (number: string, unit: CreditUnit): string =>
  `${number} ${number === '1' ? unit.slice(0, -1) : unit}`;

/** Credits have four decimals at most: counted in parts of that size they are whole numbers, whose sums are exact. */
const PART = 10_000;

/** A number as somebody wrote it, in such parts; nothing where it is none. */
function amount(text: string): number {
  if (!/^\d{1,6}(\.\d{1,4})?$/.test(text)) return 0;
  const [whole = '0', rest = ''] = text.split('.');
  return Number(whole) * PART + Number(rest.padEnd(4, '0'));
}

function amountText(parts: number): string {
  const rest = String(parts % PART)
    .padStart(4, '0')
    .replace(/0+$/, '');
  return `${Math.floor(parts / PART)}${rest === '' ? '' : `.${rest}`}`;
}
