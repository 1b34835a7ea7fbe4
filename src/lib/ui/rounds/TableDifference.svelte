<script lang="ts">
  import type { RowChange } from '$core/rounds/table-changes';

  interface Props {
    rows: readonly RowChange[];
    title: string;
  }
  /** A table with what differs in its cells; rows that stay are left out, but for the first, which names the columns. */
  const { rows, title }: Props = $props();
  const MARKS = { same: '', changed: 'changed', added: 'new', removed: 'gone' };
  const shown = $derived(rows.filter((row, i) => i === 0 || row.kind !== 'same'));
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex (wide tables are scrolled by keyboard too) -->
<div
  class="mt-1 max-h-[60vh] overflow-auto rounded border border-base-300 bg-base-100"
  tabindex="0"
  role="region"
  aria-label="What changed in {title}"
>
  <table class="figures table table-sm">
    <tbody>
      {#each shown as row, i (i)}
        <tr>
          <th scope="row" class="text-left text-sm font-normal opacity-85">{MARKS[row.kind]}</th>
          {#each row.cells as cell, n (n)}
            <td class={row.kind === 'same' ? 'font-semibold' : ''}>
              {#if row.kind === 'added'}<ins class="new-words">{cell.text}</ins>
              {:else if row.kind === 'removed'}<del class="gone-words">{cell.text}</del>
              {:else if cell.before !== null}<del class="gone-words">{cell.before}</del>
                <ins class="new-words">{cell.text}</ins>
              {:else}{cell.text}{/if}
            </td>
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
</div>
