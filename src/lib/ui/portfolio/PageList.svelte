<script lang="ts">
  import type { Body } from '$core/portfolio/body';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';

  /** The pages of one's own portfolio in their order, and a new one. */
  const { own }: { own: Body & { id: string } } = $props();
</script>

<section aria-labelledby="pages">
  <h2 id="pages" class="mb-2 text-xl font-semibold">Pages</h2>
  <ol class="divide-y divide-base-300 border-y border-base-300 bg-base-100">
    {#each own.pages as { id, title, blocks }, i (id)}
      <li class="flex flex-wrap items-center gap-x-3 gap-y-1 p-2">
        <a class="grow link font-semibold link-hover" href="/portfolios/{own.id}/pages/{id}">{title}</a>
        <span class="text-sm">{blocks.length === 1 ? 'one part' : `${blocks.length} parts`}</span>
        {#each [['Up', i - 1, i > 0] as const, ['Down', i + 1, i < own.pages.length - 1] as const] as [words, to, can] (words)}
          <form method="post" action="?/movePage" use:act>
            <input type="hidden" name="pageId" value={id} /><input type="hidden" name="to" value={to} />
            <button class="btn btn-sm" disabled={!can}>{words}<span class="sr-only">: {title}</span></button>
          </form>
        {/each}
        <details class="text-sm">
          <summary class="cursor-pointer underline">Take off<span class="sr-only">: {title}</span></summary>
          <form method="post" action="?/removePage" use:act class="mt-1">
            <input type="hidden" name="pageId" value={id} />
            <button class="btn btn-sm">Yes, with its {blocks.length === 1 ? 'part' : `${blocks.length} parts`}</button>
          </form>
        </details>
      </li>
    {/each}
  </ol>
  <form method="post" action="?/addPage" use:act class="mt-3 flex flex-wrap items-end gap-3">
    <Field label="Title of a new page"><input class="input input-sm" name="title" required maxlength="120" /></Field>
    <button class="btn btn-sm">Add it</button>
  </form>
</section>
