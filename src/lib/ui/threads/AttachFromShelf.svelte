<script lang="ts">
  import { getReadShelf } from '$ui/shelf/shelf-reader';
  import { ShelfSearch } from '$ui/shelf/shelf-search.svelte';

  interface Props {
    add: (file: { id: string; name: string }) => void;
    close: () => void;
  }
  /** Files of the writer's own Shelf, to go with a message. What lies in a store elsewhere is on the Shelf once it was copied there. */
  const { add, close }: Props = $props();
  const shelf = new ShelfSearch(getReadShelf());
</script>

<section aria-label="A file of your Shelf" class="grid gap-2 border-l-2 border-accent pl-3 text-sm">
  <div class="flex flex-wrap items-end gap-2">
    <label
      >On your Shelf
      <input
        type="search"
        class="input mt-1 block w-64 max-w-full input-sm"
        bind:value={shelf.search}
        maxlength="100"
      />
    </label>
    <button type="button" class="btn btn-ghost btn-sm" onclick={close}>Not now</button>
  </div>
  {#if shelf.failed}
    <p role="alert">
      Your Shelf could not be read. <button type="button" class="link" onclick={() => shelf.show()}>Try again</button>
    </p>
  {:else if shelf.files === null}
    <p role="status">Reading your Shelf …</p>
  {:else if shelf.files.length === 0}
    <p>{shelf.search ? `Nothing on your Shelf is called “${shelf.search}”.` : 'Nothing lies on your Shelf yet.'}</p>
  {:else}
    <ul class="flex max-h-40 flex-col gap-1 overflow-y-auto">
      {#each shelf.files as { id, name } (id)}
        <li><button type="button" class="link py-1 text-left" onclick={() => add({ id, name })}>{name}</button></li>
      {/each}
    </ul>
    {#if shelf.more}
      <button type="button" class="btn justify-self-start btn-ghost btn-xs" onclick={() => shelf.showMore()}
        >More</button
      >
    {/if}
  {/if}
</section>
