import { Decimal } from '../decimal';
import type { Moment } from '../time/moment';

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
      since: said && !amount(said.claimed).eq(amount(activity.claimed)) ? 'changed' : null
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
    lines.reduce((sum, line) => sum.plus(amount(of(line) ?? '0')), new Decimal(0));
  const granted = total(({ judged }) => judged?.granted ?? null);
  const waiting = total((line) => (line.judged === null ? line.claimed : null));
  const questioned = total(({ judged, claimed }) => (judged?.state === 'questioned' ? claimed : null));
  const short = (of: Decimal) => (target === null ? null : Decimal.max(0, new Decimal(target).minus(of)).toString());
  return {
    claimed: total((line) => (line.since === 'gone' ? null : line.claimed)).toString(),
    granted: granted.toString(),
    waiting: waiting.toString(),
    questioned: questioned.toString(),
    missing: short(granted),
    atBest: short(granted.plus(waiting).plus(questioned))
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
  if (gives !== granted.gt(0)) return gives ? 'grants-nothing' : 'refused-with-credits';
  if (grant.state === 'partly' && granted.gte(amount(grant.claimed))) return 'partly-is-less';
  return grant.state !== 'granted' && grant.reason.trim() === '' ? 'credit-unexplained' : null;
}

export const CREDIT_REFUSALS = [
  'grants-nothing',
  'refused-with-credits',
  'partly-is-less',
  'credit-unexplained',
  'no-such-activity'
] as const;
export type CreditRefusal = (typeof CREDIT_REFUSALS)[number];

export const creditRefusalWords = (why: CreditRefusal): string => WORDS[why];

const WORDS: Record<CreditRefusal, string> = {
  'grants-nothing': 'Say how much is granted, or ask about it, or refuse it.',
  'refused-with-credits': 'What is refused or asked about grants nothing yet. Take the number away, or grant it.',
  'partly-is-less': 'Partly granted is less than what is claimed. Grant it whole, or write less.',
  'credit-unexplained': 'Say why: the student reads it beside the activity.',
  'no-such-activity': 'An activity is not in the round that you have before you. Look at the round that stands now.'
};

/** "2.5 hours", "1 credit". */
export const creditText = (number: string, unit: CreditUnit): string =>
  `${number} ${number === '1' ? unit.slice(0, -1) : unit}`;

/** A number as somebody wrote it; nothing where it is none. */
function amount(text: string): Decimal {
  return /^\d{1,6}(\.\d{1,4})?$/.test(text) ? new Decimal(text) : new Decimal(0);
}
