<script lang="ts">
  import type { ShelfSearch } from './shelf-search.svelte';

  interface Props {
    shelf: ShelfSearch;
    pick: (file: { id: string; name: string }) => void;
    /** Nothing is picked just now. */
    disabled?: boolean;
  }
  /** Files of the Shelf by their names, one of which is picked by a press. */
  const { shelf, pick, disabled = false }: Props = $props();
</script>

{#if shelf.failed}
  <p role="alert">
    Your Shelf could not be read. <button type="button" class="link" onclick={() => shelf.show()}>Try again</button>
  </p>
{:else if shelf.files === null}
  <p role="status">Reading your Shelf …</p>
{:else if shelf.files.length === 0}
  <p>{shelf.search ? `Nothing on your Shelf is called “${shelf.search}”.` : 'Your Shelf is empty.'}</p>
{:else}
  <ul class="max-h-44 overflow-y-auto">
    {#each shelf.files as { id, name } (id)}
      <li>
        <button
          type="button"
          class="w-full rounded px-2 py-1.5 text-left text-sm wrap-anywhere hover:bg-base-300"
          {disabled}
          onclick={() => pick({ id, name })}>{name}</button
        >
      </li>
    {/each}
  </ul>
  {#if shelf.more}
    <button type="button" class="btn justify-self-start btn-ghost btn-xs" onclick={() => shelf.showMore()}>More</button>
  {/if}
{/if}
