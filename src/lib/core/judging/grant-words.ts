import type { CreditLine, Grant } from './credits';

/** What became of an activity that is claimed, in a word or five. */
export function grantWords({ judged, since, claimed }: CreditLine): string {
  if (judged === null) return claimed === '0' ? 'Nothing is claimed for it' : 'Waits for an answer';
  const said = WORDS[judged.state];
  if (since === 'gone') return `${said}, claimed no more`;
  return since === 'changed' ? `${said}, when ${judged.claimed} were claimed` : said;
}

/** The choices of whoever grants. */
export const GRANT_WORDS: Record<Grant, string> = {
  granted: 'Grant it',
  partly: 'Grant a part',
  questioned: 'Ask about it',
  refused: 'Refuse it'
};

const WORDS: Record<Grant, string> = {
  granted: 'Granted',
  partly: 'Partly granted',
  questioned: 'Your teacher asks about it',
  refused: 'Refused'
};
