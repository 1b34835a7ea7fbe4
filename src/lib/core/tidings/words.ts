import { judging } from '../judging/registry';
import { WAYS } from '../judging/ways';
import { absolute } from '../time/words';
import type { Moment } from '../time/moment';
import type { Kind } from './kinds';
import type { Tiding } from './views';

/** What happened, in one sentence. */
export function tidingWords(tiding: Pick<Tiding, 'kind' | 'title' | 'facts'>, zone: string, now: Moment): string {
  return WORDS[tiding.kind](tiding, (moment) => absolute(moment, zone, now));
}

type Say = (tiding: Pick<Tiding, 'title' | 'facts'>, when: (moment: Moment) => string) => string;

/** What is said where it came back settled: by its way of judging, and of tidings from before that, by its result. */
const toldOf = (how: string | undefined) =>
  judging(WAYS.find((way) => judging(way).settledBy === how) ?? 'result').words.told;

const WORDS: Record<Kind, Say> = {
  returned: ({ title, facts }) =>
    facts.how === 'another-round' ? `Another round is asked of ${title}` : toldOf(facts.how)(title),
  'handed-back': ({ title, facts }) =>
    facts.how === 'kept'
      ? `Round ${facts.round} of ${title} was not handed back`
      : `Round ${facts.round} of ${title} was handed back: your teacher has nothing`,
  receipt: ({ title, facts }) => `Round ${facts.round} of ${title} was received`,
  seal: ({ title, facts }) =>
    facts.by === undefined
      ? `The seal of ${title} ran out: nothing was submitted`
      : `A seal of ${facts.by} on ${title} ran out: nothing was submitted`,
  reminder: ({ title, facts }, when) =>
    facts.due === null || facts.due === undefined
      ? `Your teacher has nothing of ${title}`
      : `Your teacher has nothing of ${title}, due ${when(facts.due)}`,
  'stands-again': ({ title, facts }) =>
    facts.by === undefined
      ? `Round ${facts.round} of ${title} stands again: it is due, and you had asked for that`
      : `Round ${facts.round} of ${facts.by} on ${title} stands again`,
  extended: ({ title, facts }, when) =>
    facts.how === 'excused'
      ? `You are excused from ${title}`
      : facts.due === null || facts.due === undefined
        ? `The dates of ${title} were moved for you`
        : `${title} is now due ${when(facts.due)} for you`,
  claim: ({ title, facts }) =>
    facts.by === undefined
      ? facts.how === 'declined'
        ? `Your teacher does not have ${title} in hand`
        : facts.how === 'incomplete'
          ? `Something is missing of ${title}, which you handed over in person`
          : `${title} was accepted in person`
      : `${facts.by} says that they handed ${title} over in person`,
  stage: ({ title, facts }) => {
    if (facts.how === 'through') return `${title} has passed its last stage`;
    return facts.how === 'back'
      ? `${title} went back to the stage “${facts.says}”`
      : `${title} passed on to the stage “${facts.says}”`;
  },
  'stage-here': ({ title, facts }) => `${title} came to your stage “${facts.says}”`,
  credits: ({ title, facts }) => `Credits on ${title}: ${facts.says}`,
  reminded: ({ title, facts }) => `${facts.by} reminds you of ${title}`,
  'reminder-answered': ({ title, facts }, when) =>
    facts.due === null || facts.due === undefined
      ? `Your teacher answered about ${title}${quoted(facts.says)}`
      : `${title} comes back by ${when(facts.due)}${quoted(facts.says)}`,
  meeting: ({ title, facts }, when) => {
    if (facts.by === undefined) return `Your teacher asks you to come by about ${title}${quoted(facts.says)}`;
    return facts.due === null || facts.due === undefined
      ? `${facts.by} cannot come at any of those times about ${title}${quoted(facts.says)}`
      : `${facts.by} comes ${when(facts.due)} about ${title}`;
  },
  'coming-due': ({ title, facts }, when) => `${title} is due ${when(facts.due ?? 0)}`,
  'due-now': ({ title, facts }, when) => `${title} is due ${when(facts.due ?? 0)}: a few hours are left`,
  support: ({ title, facts }) => `${facts.by ?? 'Somebody'} wrote about ${title}${quoted(facts.says)}`,
  closing: ({ title, facts }, when) => `${title} closes for good ${when(facts.due ?? 0)}`,
  untouched: ({ title, facts }, when) => `${title} is due ${when(facts.due ?? 0)}, and nothing in it is filled in yet`,
  'plan-short': ({ title, facts }) => `Your plan does not fit ${title}${facts.says ? `: ${facts.says}` : ''}`,
  'not-arrived': ({ title, facts }, when) =>
    `What you sealed of ${title} has not arrived yet. Until ${when(facts.due ?? 0)} it still can`,
  digest: ({ title, facts }) => `A summary was sent to ${facts.says ?? 'your family'}: ${title}`,
  'own-data': ({ title }) => `${title} is put together, to take along`,
  'final-results': ({ title, facts }) =>
    facts.how === 'sent'
      ? `Final results of ${title} came in`
      : facts.how === 'confirmed'
        ? `The office has the final results of ${title}`
        : `The office gave the final results of ${title} back${quoted(facts.says)}`,
  'to-read': ({ title }) => `You were given works of classmates to read, of ${title}`,
  'was-read': ({ title }) => `What classmates said of your ${title} is shown`,
  remark: ({ title, facts }) => `${facts.by ?? 'Your teacher'} answered a remark on ${title}${quoted(facts.says)}`,
  aside: ({ title, facts }) => `${facts.by} wrote aside on ${title}${quoted(facts.says)}`,
  floor: ({ title, facts }) => `${facts.by} spoke on the open floor of ${title}${quoted(facts.says)}`,
  set: ({ title, facts }, when) =>
    facts.due === null || facts.due === undefined ? `${title} was set` : `${title} was set, due ${when(facts.due)}`,
  notice: ({ title, facts }) => `${facts.by} tells the course: ${title}`,
  submitted: ({ title, facts }) => `${facts.by} submitted round ${facts.round} of ${title}`,
  damage: () => 'A file is damaged where it is kept',
  'mail-failed': ({ facts }) => `A mail to ${facts.says ?? 'somebody'} could not be delivered`,
  'asked-back': ({ title, facts }) => `${facts.by} asks for round ${facts.round} of ${title} back${quoted(facts.says)}`
};

const quoted = (says: string | undefined) => (says ? `: “${says}”` : '');

/** Several of one kind on one thing, in one sentence; null where the newest one says it all. */
export function groupWords(kind: Kind, title: string, count: number): string | null {
  switch (kind) {
    case 'stage-here':
      return `${count} works of ${title} came to a stage of yours`;
    case 'reminded':
      return `${count} students remind you of ${title}`;
    case 'submitted':
      return `${count} rounds of ${title} came in`;
    case 'receipt':
      return `${count} rounds of ${title} were received`;
    case 'asked-back':
      return `${count} students ask for a round of ${title} back`;
    case 'claim':
      return `${title}: ${count} say that it was handed over in person`;
    case 'aside':
      return `${count} messages aside on ${title}`;
    case 'floor':
      return `${count} messages on the open floor of ${title}`;
    default:
      return null;
  }
}
