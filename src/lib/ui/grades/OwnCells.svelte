<script lang="ts">
  import type { BoardCell } from '$core/grades/board';
  import OneButton from '$ui/primitives/OneButton.svelte';

  /** What a student shows the class of their own row, one assignment at a time. */
  const {
    columns,
    cells
  }: { columns: ReadonlyArray<{ id: string; at: number; title: string }>; cells: ReadonlyArray<BoardCell | null> } =
    $props();
  const shown = $derived(columns.filter(({ at }) => cells[at]?.shown).length);
</script>

<details class="mt-5">
  <summary class="cursor-pointer font-semibold">What the class sees of yours: {shown} of {columns.length}</summary>
  <ul class="mt-2 grid gap-1">
    {#each columns as { id, at, title } (id)}
      {@const on = cells[at]?.shown === true}
      <li class="flex items-center gap-3">
        <OneButton action="?/show" fields={{ assignmentId: id, shown: on ? 'no' : 'yes' }} class="btn btn-sm"
          >{on ? 'Hide it' : 'Show where it stands'}<span class="sr-only">: {title}</span></OneButton
        >
        {title}{#if on}<span class="text-sm opacity-85">shown to the class, without its points</span>{/if}
      </li>
    {/each}
  </ul>
</details>
