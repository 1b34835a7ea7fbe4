import type { PortfolioFile } from './body';

/** What a portfolio's files weigh. Bytes. */
export interface Space {
  /** Everything together. */
  all: number;
  /** The largest first, with where each is shown. */
  files: Array<PortfolioFile & { at: 'shown' | 'published' | 'earlier' }>;
  /** What would be free if only the newest publication were kept. */
  earlier: number;
}

/**
 * What fills a portfolio.
 *
 * @param now        files that its owner's pages show
 * @param published  files of the newest publication; what is in neither is in an earlier one alone
 */
export function spaceOf(
  files: readonly PortfolioFile[],
  now: ReadonlySet<string>,
  published: ReadonlySet<string>
): Space {
  const placed = files
    .map((file) => ({
      ...file,
      at: now.has(file.id) ? ('shown' as const) : published.has(file.id) ? ('published' as const) : ('earlier' as const)
    }))
    .sort((a, b) => b.size - a.size || (a.name < b.name ? -1 : 1));
  const sum = (some: typeof placed) => some.reduce((total, { size }) => total + size, 0);
  return { all: sum(placed), files: placed, earlier: sum(placed.filter(({ at }) => at === 'earlier')) };
}

export const AT_WORDS = {
  shown: 'on your pages',
  published: 'only in what is published',
  earlier: 'only in earlier publications'
} as const;
