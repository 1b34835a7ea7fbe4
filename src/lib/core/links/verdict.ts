/** What a stranger met at an address, as far as the fetcher got. */
export type Met =
  | {
      reached: false;
      why: 'no-such-name' | 'private' | 'refused' | 'timeout' | 'too-many-redirects' | 'certificate' | 'broken';
    }
  | {
      reached: true;
      status: number;
      /** Where the redirects ended. */
      finalUrl: string;
      mediaType: string;
      /** Headers that say whether other pages may show it (RFC 7034; Content Security Policy 3, frame-ancestors). */
      frameOptions: string;
      policy: string;
      title: string;
      /** Text that a reader sees, without markup. */
      text: string;
      asksPassword: boolean;
    };

export const VERDICTS = [
  'opens',
  'asks-to-sign-in',
  'not-published',
  'not-found',
  'front-page',
  'editing',
  'only-here',
  'not-now'
] as const;
/** What a teacher would meet at an address. */
export type Verdict = (typeof VERDICTS)[number];

/**
 * What a teacher would meet when they follow an address, judged from what a stranger met.
 *
 * No page says outright that it is private or a draft; this reads the signs in an order from the surest to the weakest:
 * the status (RFC 9110, 15), where the redirects led, what the page asks for, the words in its title and on it.
 *
 * @param asked the address as the student gave it
 */
export function verdictOf(asked: string, met: Met): Verdict {
  if (!met.reached) return UNREACHED[met.why];
  return byStatus(met) ?? byPage(asked, met);
}

const UNREACHED: Record<Extract<Met, { reached: false }>['why'], Verdict> = {
  private: 'only-here',
  certificate: 'not-now',
  'no-such-name': 'not-found',
  refused: 'not-now',
  timeout: 'not-now',
  'too-many-redirects': 'not-now',
  broken: 'not-now'
};

function byStatus(met: Extract<Met, { reached: true }>): Verdict | null {
  const { status } = met;
  if (status === 401 || status === 407) return 'asks-to-sign-in';
  if (status === 404 || status === 410) return 'not-found';
  if (status === 403 || status === 451) return unpublished(met) ? 'not-published' : 'asks-to-sign-in';
  return status >= 400 ? 'not-now' : null;
}

function byPage(asked: string, met: Extract<Met, { reached: true }>): Verdict {
  const { finalUrl } = met;
  if (met.asksPassword || (SIGN_IN.test(pathOf(finalUrl)) && !SIGN_IN.test(pathOf(asked)))) return 'asks-to-sign-in';
  if (unpublished(met)) return 'not-published';
  if (met.text.length < 2000 && GONE.test(met.title)) return 'not-found';
  if (EDITING.test(pathOf(asked)) || EDITING.test(pathOf(finalUrl))) return 'editing';
  return isFrontPage(finalUrl) ? 'front-page' : 'opens';
}

/** Whether a page refuses to be shown inside another one, so that it needs a tab of its own. */
export function wantsOwnTab(met: Met): boolean {
  if (!met.reached) return false;
  if (/^\s*(deny|sameorigin)\s*$/i.test(met.frameOptions)) return true;
  const ancestors = /frame-ancestors([^;]*)/i.exec(met.policy)?.[1];
  return ancestors !== undefined && !ancestors.includes('*');
}

/** Whether an address is that of a whole site rather than of a page on it. */
export function isFrontPage(address: string): boolean {
  const { pathname, search } = new URL(address);
  return search === '' && /^\/(index\.\w+|home\/?)?$/i.test(pathname);
}

/** True where a teacher reads the work when they follow the link. */
export const isFine = (verdict: Verdict) => verdict === 'opens';

/** Whether a look was taken and met something else than the work. */
export const isDoubtful = ({ verdict }: { verdict: Verdict | null }) => verdict !== null && !isFine(verdict);

const pathOf = (address: string) => {
  const { pathname, search } = new URL(address);
  return pathname + search;
};
const unpublished = ({ title, text }: { title: string; text: string }) =>
  UNPUBLISHED.test(title) || (text.length < 1500 && UNPUBLISHED.test(text));

const SIGN_IN = /\/(log-?in|sign-?in|log_?on|auth|authorize|sso|saml|accounts?\/login|session\/new)([/?.]|$)/i;
const EDITING = /(\/(edit|editor|admin|compose|drafts?)([/?]|$))|[?&](action|mode|view)=edit/i;
const UNPUBLISHED =
  /\b(not (yet |been )*published|unpublished|nothing (has been )?published|is (still )?(a draft|private|not public)|private (page|site|notebook)|coming soon)\b/i;
const GONE = /\b(404|not found|no such page|page (does not|doesn['’]t) exist|no longer (here|available|exists))\b/i;
