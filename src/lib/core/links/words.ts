import type { Moment } from '../time/moment';
import { isDoubtful, type Verdict } from './verdict';

/** What was there when an address was looked at, as both sides see it. */
export interface LinkLook {
  at: Moment;
  verdict: Verdict;
  /** It refuses to be shown inside another page. */
  ownTab: boolean;
  /** Where it led, where that is another address than the one given. */
  finalUrl: string | null;
  title: string;
  excerpt: string;
  /** Whether the page offers a picture of itself, which is kept with the look. */
  pictured: boolean;
  id: string;
}

/** In a few words, beside the link. */
export function verdictText(verdict: Verdict): string {
  return SHORT[verdict];
}

/** The fact, what it means for the teacher, what to do. */
export function verdictWords(verdict: Verdict): string {
  return LONG[verdict];
}

/** Why a link was not added, where the page itself has no room to show what was met there. */
export function doubtWords(verdict: Verdict): string {
  return `${SHORT[verdict]}. ${LONG[verdict]} Nothing was added; what you typed is still here. To keep it all the same, say so beside it and add it again.`;
}

/** How many links a document holds, and how many of them do not open for everyone. */
export function insideText(links: ReadonlyArray<{ verdict: Verdict | null }>): string {
  const count = links.length === 1 ? '1 link inside' : `${links.length} links inside`;
  const doubtful = links.filter(isDoubtful);
  const [first] = doubtful;
  if (!first?.verdict) return count;
  if (doubtful.length > 1) return `${count}; ${doubtful.length} of them do not open for everyone`;
  return `${count}; ${links.length === 1 ? '' : 'one of them: '}${verdictText(first.verdict).toLowerCase()}`;
}

const SHORT: Record<Verdict, string> = {
  opens: 'Opens for anyone',
  'asks-to-sign-in': 'Asks to sign in',
  'not-published': 'Not published',
  'not-found': 'Not found',
  'front-page': 'A front page',
  editing: 'An editing address',
  'only-here': 'Opens only inside a network',
  'not-now': 'Could not be reached now'
};

const LONG: Record<Verdict, string> = {
  opens: 'Anyone with the address reads this page, and so does your teacher.',
  'asks-to-sign-in':
    'A stranger is asked to sign in here, so your teacher may see nothing of your work. Share the page with anyone who has the address, then look again.',
  'not-published':
    'A stranger is told that this is not published. Publish it where you made it, then copy the public address.',
  'not-found':
    'There is no page at this address. Open it yourself, copy the address from the address bar, then look again.',
  'front-page':
    'This is the front page of a site, not the page with your work. Open your own page there and copy its address.',
  editing:
    'This is the address at which you edit. Your teacher would meet a refusal, or could change your work. Copy the address that readers use.',
  'only-here': 'This address works only on your own machine or network. Your teacher cannot reach it from theirs.',
  'not-now': 'The site did not answer. That may pass: look again in a minute.'
};
