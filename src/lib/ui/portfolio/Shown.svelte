<script lang="ts">
  import type { Body, PortfolioFile } from '$core/portfolio/body';
  import type { Difference } from '$core/portfolio/differences';
  import ShownPart from './ShownPart.svelte';

  interface Props {
    body: Body;
    files: readonly PortfolioFile[];
    owner: string;
    /** The page that is open; the first where there is none of that id. */
    pageId: string | null;
    /** Where a page is. */
    hrefOf: (pageId: string) => string;
    fileOf: (file: PortfolioFile) => string;
    /** What is marked on it. */
    marks?: readonly Difference[];
    /** How deep its headings stand on the page that shows it: its title is a heading of this level. */
    level?: 1 | 2;
    /** Which of two it is, where both stand on one page. */
    called?: string;
  }
  /** A portfolio as whoever looks at it sees it: its head, its pages, and one of them. */
  const { body, files, owner, pageId, hrefOf, fileOf, marks = [], level = 1, called = '' }: Props = $props();
  const known = $derived(new Map(files.map((file) => [file.id, file])));
  const page = $derived(body.pages.find(({ id }) => id === pageId) ?? body.pages[0]);
  const markOf = (blockId: string) => marks.find((one) => one.blockId === blockId);
</script>

<div class="shown">
  <svelte:element this={level === 1 ? 'h1' : 'h2'} class="page-title">{body.title}</svelte:element>
  <p>{owner}</p>
  {#if body.about}<p class="max-w-prose">{body.about}</p>{/if}
  {#if body.pages.length > 1}
    <nav aria-label={`Pages of ${body.title}${called ? `, ${called}` : ''}`}>
      <ul class="shown-pages">
        {#each body.pages as { id, title } (id)}
          <li><a href={hrefOf(id)} aria-current={id === page?.id ? 'page' : undefined}>{title}</a></li>
        {/each}
      </ul>
    </nav>
  {/if}
  {#if page}
    <svelte:element this={level === 1 ? 'h2' : 'h3'} class="mt-4 mb-4 text-2xl font-semibold"
      >{page.title}</svelte:element
    >
    <div class="shown-parts">
      {#each page.blocks as block (block.id)}
        {@const mark = markOf(block.id)}
        <section data-width={block.width} data-became={mark?.became}>
          {#if mark}<p class="mb-1 text-sm font-semibold">{mark.words}</p>{/if}
          <ShownPart level={level === 1 ? 3 : 4} {block} files={known} {fileOf} />
        </section>
      {:else}<p>Nothing stands here yet.</p>{/each}
    </div>
  {:else}<p>Nothing stands here yet.</p>{/if}
</div>
