import { blockName, type Block } from './blocks';
import type { Body, PortfolioPage } from './body';

/** What became of a part since it was published. */
export type Became = 'new' | 'changed' | 'moved' | 'gone';

/** One difference between what is published and what its owner has now. */
export interface Difference {
  became: Became;
  /** Of which page; null for the title and the words at the head of all of it. */
  pageId: string | null;
  /** Null for the page itself. */
  blockId: string | null;
  words: string;
}

/** Everything that publishing would change, page by page in the order in which it stands now. Nothing where they are the same. */
export function differences(published: Body | null, now: Body): Difference[] {
  if (published === null) return now.pages.map((page) => ofPage('new', page, `The page “${page.title}” is new.`));
  const head: Difference[] =
    published.title !== now.title || published.about !== now.about
      ? [{ became: 'changed', pageId: null, blockId: null, words: 'The title or what stands below it is changed.' }]
      : [];
  const before = new Map(published.pages.map((page) => [page.id, page]));
  const stay = new Set(now.pages.map(({ id }) => id));
  const gone = published.pages
    .filter(({ id }) => !stay.has(id))
    .map((page) => ofPage('gone', page, `The page “${page.title}” is gone.`));
  const reordered = outOfOrder(
    published.pages.map(({ id }) => id),
    now.pages.map(({ id }) => id)
  );
  const pages = now.pages.flatMap((page): Difference[] => {
    const old = before.get(page.id);
    if (!old) return [ofPage('new', page, `The page “${page.title}” is new.`)];
    return [
      ...(reordered.has(page.id) ? [ofPage('moved', page, `The page “${page.title}” stands elsewhere.`)] : []),
      ...(old.title === page.title
        ? []
        : [ofPage('changed', page, `The page “${old.title}” is called “${page.title}” now.`)]),
      ...betweenBlocks(old, page)
    ];
  });
  return [...head, ...pages, ...gone];
}

function betweenBlocks(old: PortfolioPage, now: PortfolioPage): Difference[] {
  const before = new Map(old.blocks.map((block) => [block.id, block]));
  const stay = new Set(now.blocks.map(({ id }) => id));
  const reordered = outOfOrder(
    old.blocks.map(({ id }) => id),
    now.blocks.map(({ id }) => id)
  );
  const of = (became: Became, block: Block, what: string): Difference => ({
    became,
    pageId: now.id,
    blockId: block.id,
    words: `On “${now.title}”: ${blockName(block)} ${what}.`
  });
  return [
    ...now.blocks.flatMap((block): Difference[] => {
      const was = before.get(block.id);
      if (!was) return [of('new', block, 'is new')];
      if (JSON.stringify(was) !== JSON.stringify(block)) return [of('changed', block, 'is changed')];
      return reordered.has(block.id) ? [of('moved', block, 'stands elsewhere')] : [];
    }),
    ...old.blocks.filter(({ id }) => !stay.has(id)).map((block) => of('gone', block, 'is gone'))
  ];
}

const ofPage = (became: Became, { id }: PortfolioPage, words: string): Difference => ({
  became,
  pageId: id,
  blockId: null,
  words
});

/**
 * Which of those that stayed were moved: all that are not on a longest run that kept its order, so that moving one part says so of one part.
 */
function outOfOrder(before: readonly string[], now: readonly string[]): Set<string> {
  const places = new Map(before.map((id, i) => [id, i]));
  const stayed = now.filter((id) => places.has(id));
  const at = stayed.map((id) => places.get(id) ?? 0);
  const best = at.map(() => 1);
  const from = at.map(() => -1);
  for (let i = 0; i < at.length; i++)
    for (let j = 0; j < i; j++)
      if ((at[j] ?? 0) < (at[i] ?? 0) && (best[j] ?? 0) + 1 > (best[i] ?? 0)) {
        best[i] = (best[j] ?? 0) + 1;
        from[i] = j;
      }
  const kept = new Set<string>();
  for (let i = best.indexOf(Math.max(...best)); i >= 0; i = from[i] ?? -1) kept.add(stayed[i] ?? '');
  return new Set(stayed.filter((id) => !kept.has(id)));
}
