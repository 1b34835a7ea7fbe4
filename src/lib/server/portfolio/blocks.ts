import { z } from 'zod';
import { changed, moved, withBlock, without, type Removed } from '$core/portfolio/arrange';
import { achievedFromLines, Block, type Width } from '$core/portfolio/blocks';
import type { PortfolioRefusal } from '$core/portfolio/refusals';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { execute, select, type Tx } from '../db/connection';
import { briefFromMarkdown } from '../rich-text/brief-from-markdown';
import { NotHere, type Outcome } from '../outcome';
import { changing, ownPortfolio } from './own';
import { makeBlock, type BlockFields } from './make-block';

/** A page of a portfolio. */
export interface PageAddress {
  id: string;
  pageId: string;
}
type Answer = Outcome<{ blockId: string }, PortfolioRefusal | PieceRefusal>;

/** Lays a new part at the end of a page. */
export async function addBlock(
  person: Actor,
  { kind, ...to }: PageAddress & BlockFields & { kind: Block['kind'] }
): Promise<Answer> {
  // Whose page it is, before anything is brought.
  const { pages } = await ownPortfolio(person, to.id);
  if (!pages.some(({ id }) => id === to.pageId)) throw new NotHere('This page');
  const made = await makeBlock(person, to.id, kind, to);
  if (!made.ok) return made;
  const laid = await onPage(person, to, (blocks) => withBlock(blocks, made.block));
  return laid ? { ok: true, blockId: made.block.id } : { ok: false, why: 'portfolio-full' };
}

/** Words of a part that are written anew: title, width and caption of all, text of those that have some. */
export interface BlockChange extends PageAddress {
  blockId: string;
  title: string;
  width: Width;
  caption: string;
  text: string;
  /** Captions of several pictures, in their order. */
  captions: string[];
}

/**
 * Changes what is said in a part.
 *
 * @returns refused where the portfolio would hold more text than it takes
 * @throws NotHere where there is no such part; TooCostly as showing a text does
 */
export async function changeBlock(person: Actor, change: BlockChange): Promise<Outcome<object, PortfolioRefusal>> {
  const html = change.text === '' ? '' : await briefFromMarkdown(change.text);
  const kept = await onPage(person, change, (blocks) => {
    if (!blocks.some(({ id }) => id === change.blockId)) throw new NotHere('This part');
    return changed(blocks, change.blockId, (block) => rewritten(block, change, html));
  });
  return kept ? { ok: true } : { ok: false, why: 'portfolio-full' };
}

function rewritten(block: Block, { title, width, caption, text, captions }: BlockChange, html: string): Block {
  const any = { title, width };
  switch (block.kind) {
    case 'text':
      return { ...block, ...any, markdown: text, html };
    case 'achieved':
      return { ...block, ...any, items: achievedFromLines(text) };
    case 'gallery':
      return {
        ...block,
        ...any,
        pictures: block.pictures.map((picture, i) => ({ ...picture, caption: captions[i] ?? picture.caption }))
      };
    default:
      return { ...block, ...any, caption };
  }
}

/** Moves a part to a place of its page, 0 for the first. */
export async function moveBlock(person: Actor, to: PageAddress & { blockId: string; to: number }): Promise<void> {
  await onPage(person, to, (blocks) => moved(blocks, to.blockId, to.to));
}

/** Takes a part off its page. It can be put back until the next one is taken off. */
export async function removeBlock(person: Actor, where: PageAddress & { blockId: string }): Promise<void> {
  await onPage(person, where, (blocks, keep) => {
    const { blocks: rest, removed } = without(blocks, where.blockId);
    if (removed) keep(removed);
    return rest;
  });
}

/** Puts the part back that was taken off last. */
export async function putBlockBack(person: Actor, where: PageAddress): Promise<Outcome<object, PortfolioRefusal>> {
  const laid = await onPage(person, where, (blocks, keep, removed) => {
    if (removed === null) return [...blocks];
    keep(null);
    return withBlock(blocks, removed.block, removed.at);
  });
  return laid ? { ok: true } : { ok: false, why: 'portfolio-full' };
}

/**
 * Changes the parts of a page under its portfolio's lock: two tabs change different parts, and nobody's is lost.
 *
 * @param change null leaves the page as it is
 * @returns whether it was changed
 */
async function onPage(
  person: Actor,
  { id, pageId }: PageAddress,
  change: (blocks: Block[], keep: (removed: Removed | null) => void, removed: Removed | null) => Block[] | null
): Promise<boolean> {
  return changing(person, id, async (tx: Tx, now) => {
    const [page] = await select(
      Page,
      'select blocks, removed from portfolio_pages where id = $1 and portfolio_id = $2',
      [pageId, id],
      tx
    );
    if (!page) throw new NotHere('This page');
    let { removed } = page;
    const blocks = change(page.blocks, (kept) => (removed = kept), page.removed);
    if (blocks === null) return false;
    const text = JSON.stringify(blocks);
    if (text.length > JSON.stringify(page.blocks).length) {
      const [others] = await select(Length, OTHERS, [id, pageId], tx);
      if ((others?.length ?? 0) + text.length > MOST_TEXT) return false;
    }
    await execute(
      'update portfolio_pages set blocks = $2, removed = $3, changed_at = $4 where id = $1',
      [pageId, text, removed && JSON.stringify(removed), now],
      tx
    );
    return true;
  });
}

/** Characters of all that a portfolio says, with what that looks like: some two hundred sheets. Each publication keeps as many. */
const MOST_TEXT = 1_500_000;
const Length = z.object({ length: z.number() });
const OTHERS = `
  select coalesce(sum(length(blocks::text)), 0)::float8 as length from portfolio_pages where portfolio_id = $1 and id <> $2`;
const Page = z.object({
  blocks: z.array(Block),
  removed: z.object({ block: Block, at: z.number() }).nullable()
});
