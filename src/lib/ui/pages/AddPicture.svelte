<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';
  import { fileAddress, shapeAddress } from '$core/materials/source';
  import { isPicture } from '$core/materials/preview';
  import TakePicture from '$ui/capture/TakePicture.svelte';
  import { getReadShelf } from '$ui/shelf/shelf-reader';
  import { ShelfSearch } from '$ui/shelf/shelf-search.svelte';

  interface Props {
    /** Puts it onto the page: bytes of this device, or a file of the Shelf. */
    add: (picture: File | { fileId: string; name: string }) => void;
    close: () => void;
  }
  /** Where a picture for a page comes from: this device, its camera, the Shelf. */
  const { add, close }: Props = $props();
  const shelf = new ShelfSearch(getReadShelf(), undefined, (file) => isPicture(file));
  let camera = $state(false);

  function chosen(input: HTMLInputElement) {
    for (const file of input.files ?? []) add(file);
    close();
  }
</script>

<section aria-label="A picture for the page" class="grid gap-3 border-b border-base-300 bg-base-200 px-4 py-3">
  <div class="flex flex-wrap items-center gap-2">
    <label class="btn btn-sm">
      <Icon name="image-plus" size={16} /> From this device
      <input
        type="file"
        accept="image/*"
        multiple
        class="sr-only"
        onchange={({ currentTarget }) => chosen(currentTarget)}
      />
    </label>
    <button type="button" class="btn btn-sm" aria-expanded={camera} onclick={() => (camera = !camera)}>
      <Icon name="camera" size={16} /> With the camera
    </button>
    <button type="button" class="btn btn-ghost btn-sm" onclick={close}>Not now</button>
  </div>
  {#if camera}
    <TakePicture
      taken={(picture) => {
        add(picture);
        close();
      }}
    />
  {/if}
  <label class="text-sm font-medium"
    >Pictures on your Shelf
    <input type="search" class="input mt-1 block w-full max-w-xs input-sm" bind:value={shelf.search} maxlength="100" />
  </label>
  {#if shelf.failed}
    <p role="alert">
      Your Shelf could not be read. <button type="button" class="link" onclick={() => shelf.show()}>Try again</button>
    </p>
  {:else if shelf.files === null}
    <p role="status">Reading your Shelf …</p>
  {:else if shelf.files.length === 0}
    <p>
      {shelf.search
        ? `No picture on your Shelf is called “${shelf.search}”.`
        : 'There are no pictures on your Shelf yet.'}
    </p>
  {:else}
    <ul class="flex max-h-44 flex-wrap gap-2 overflow-y-auto">
      {#each shelf.files as file (file.id)}
        <li>
          <button
            type="button"
            class="flex w-28 flex-col items-center gap-1 rounded p-1 text-xs hover:bg-base-300"
            onclick={() => {
              add({ fileId: file.id, name: file.name });
              close();
            }}
          >
            <img
              src={shapeAddress(fileAddress('shelf', file.id), 'thumbnail')}
              alt=""
              class="size-16 rounded object-cover"
              loading="lazy"
            />
            <span class="line-clamp-2 wrap-anywhere">{file.name}</span>
          </button>
        </li>
      {/each}
    </ul>
  {/if}
</section>
