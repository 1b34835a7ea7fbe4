<script lang="ts">
  import { getReadShelf } from '$ui/shelf/shelf-reader';
  import ShelfFiles from '$ui/shelf/ShelfFiles.svelte';
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
  <ShelfFiles {shelf} pick={add} />
</section>
