/** Why something about a portfolio is not done. */
export const PORTFOLIO_REFUSALS = [
  'portfolio-full',
  'portfolio-pages-full',
  'too-many-portfolios',
  'not-a-picture',
  'no-recording',
  'not-written-here',
  'gallery-full',
  'nothing-to-publish',
  'no-such-publication',
  'link-name-taken',
  'too-many-links',
  'wrong-link-password',
  'link-tried-too-often',
  'portfolio-empty'
] as const;
export type PortfolioRefusal = (typeof PORTFOLIO_REFUSALS)[number];

/** The same for whoever did it. */
export const portfolioRefusalWords = (why: PortfolioRefusal): string => WORDS[why];
const WORDS: Record<PortfolioRefusal, string> = {
  'portfolio-full':
    'It holds as much as it takes: 120 parts on a page, and two hundred sheets of text in all. Nothing was changed.',
  'portfolio-pages-full': 'A portfolio has 40 pages at most.',
  'too-many-portfolios': 'You have 20 portfolios. Take one away before you begin another.',
  'not-a-picture': 'This file is no picture that can be shown here. Put it in as a file.',
  'no-recording': 'This file is no recording that can be played here. Put it in as a file.',
  'not-written-here': 'Only pages that were written here can be shown like this. Put it in as a file.',
  'gallery-full': 'So many pictures are the most that stand together. Begin another part.',
  'nothing-to-publish': 'Nothing has changed since it was published.',
  'no-such-publication': 'That publication is not kept any more.',
  'link-name-taken': 'Somebody has this address already. Choose another name.',
  'too-many-links': 'A portfolio has 20 links at most. Take one back first.',
  'wrong-link-password': 'That is not the password. Ask whoever gave you the link.',
  'link-tried-too-often': 'Too many wrong passwords were tried. Wait a quarter of an hour.',
  'portfolio-empty': 'There is nothing on it yet that could be copied.'
};
