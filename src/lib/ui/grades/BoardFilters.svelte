<script lang="ts">
  import type { Snippet } from 'svelte';
  import { BOARD_FILTERS, type BoardFilter } from '$core/grades/board';

  interface Props {
    /** What each shows, as its reader says it. */
    words: Record<BoardFilter, string>;
    filter: BoardFilter;
    sought: string;
    /** There are so many students that one is looked for. */
    many: boolean;
    children?: Snippet;
  }
  /** What of a board is shown: by where the work stands, and by name. */
  let { words, filter = $bindable(), sought = $bindable(), many, children }: Props = $props();
</script>

<div class="mb-3 flex flex-wrap items-center gap-2">
  <div class="flex flex-wrap gap-1" role="group" aria-label="Show">
    {#each BOARD_FILTERS as name (name)}
      <button
        type="button"
        class="btn btn-sm aria-pressed:btn-neutral"
        aria-pressed={filter === name}
        onclick={() => (filter = name)}>{words[name]}</button
      >
    {/each}
  </div>
  {@render children?.()}
  {#if many}
    <input
      type="search"
      class="input ml-auto w-48 input-sm"
      placeholder="Find a student"
      aria-label="Find a student"
      bind:value={sought}
    />
  {/if}
</div>
