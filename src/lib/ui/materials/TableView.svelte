<script lang="ts">
  import type { TablePart } from '$core/materials/preview';

  /** A stretch of a table, with its first row as the names of its columns. */
  const { title, part }: { title: string; part: TablePart } = $props();
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex (wide tables are scrolled by keyboard too) -->
<div
  class="overflow-x-auto rounded bg-base-100"
  tabindex="0"
  role="region"
  aria-label="{title}, as a table"
  data-table={title}
>
  <table class="table table-sm">
    <thead
      ><tr
        >{#each part.rows[0] ?? [] as cell, i (i)}<th scope="col">{cell}</th>{/each}</tr
      ></thead
    >
    <tbody>
      {#each part.rows.slice(1) as row, r (r)}
        <tr
          >{#each row as cell, c (c)}<td class="figures">{cell}</td>{/each}</tr
        >
      {/each}
    </tbody>
  </table>
</div>
{#if part.more}<p class="mt-2 text-sm opacity-85">The first {part.rows.length - 1} rows. The file has more.</p>{/if}
