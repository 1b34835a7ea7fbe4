<script lang="ts">
  import { fileAddress } from '$core/materials/source';
  import type { SubmitFunction } from '@sveltejs/kit';
  import { enhance } from '$app/forms';
  import Icon from '$ui/icons/Icon.svelte';
  import { SvelteMap } from 'svelte/reactivity';
  import { piecesText } from '$core/pieces/places';
  import { sizeText } from '$core/materials/size-text';
  import type { ShelfFile } from '$core/shelf/views';
  import { absolute } from '$core/time/words';
  import Peek from '$ui/materials/Peek.svelte';
  import { getZone } from '$ui/time/reader';
  import { getReadShelf } from './shelf-reader';
  import { ShelfSearch } from './shelf-search.svelte';

  interface Props {
    deliverableId: string | null;
    place: string;
    /** New with every reading of the page, so that files which have come since show here. */
    formKey: string;
    close: () => void;
  }
  /** Picks files of the Shelf for a place. The whole row picks; looking is a control of its own. */
  const { deliverableId, place, formKey, close }: Props = $props();

  const shelf = new ShelfSearch(getReadShelf(), () => formKey);
  const zone = getZone();
  let problem = $state('');
  let busy = $state(false);
  let looking = $state<string | null>(null);
  const picked = new SvelteMap<string, string>();

  const toggle = (file: ShelfFile) => {
    if (!picked.delete(file.id)) picked.set(file.id, file.name);
  };

  const submit: SubmitFunction = ({ formData, cancel }) => {
    if (busy || picked.size === 0) return cancel();
    busy = true;
    for (const id of picked.keys()) formData.append('fileIds', id);
    return async ({ result, update }) => {
      busy = false;
      if (result.type === 'success') {
        await update({ reset: false });
        return close();
      }
      problem =
        result.type === 'failure' && typeof result.data?.problem === 'string'
          ? result.data.problem
          : 'The connection broke. Look whether they were added before you try again.';
      if (result.type === 'failure') await update({ reset: false });
    };
  };
</script>

<form method="post" action="?/takeFromShelf" use:enhance={submit} class="mt-3 border-l-2 border-accent pl-3">
  <input type="hidden" name="deliverable" value={deliverableId ?? ''} />
  <input type="hidden" name="key" value={formKey} />
  <label class="block text-sm font-medium"
    >Search your Shelf
    <!-- svelte-ignore a11y_autofocus (the panel was opened to pick from it) -->
    <input
      class="input mt-1 block w-full max-w-md input-sm"
      type="search"
      bind:value={shelf.search}
      maxlength="100"
      autofocus
    />
  </label>
  {#if shelf.failed}
    <p role="alert" class="py-2">
      Your Shelf could not be read. <button type="button" class="link" onclick={() => shelf.show()}>Try again</button>
    </p>
  {:else if shelf.files === null}
    <p role="status" class="py-2">Reading your Shelf …</p>
  {:else if shelf.files.length === 0}
    <p class="py-2">
      {shelf.search
        ? `Nothing on your Shelf is called “${shelf.search}”.`
        : 'Your Shelf is empty. Whatever you add to a packet lies there too, for the next time.'}
    </p>
  {:else}
    <ul class="my-2 max-h-96 divide-y divide-base-300 overflow-y-auto">
      {#each shelf.files as file (file.id)}
        <li class="flex flex-wrap items-center gap-x-2">
          <label class="flex min-h-11 min-w-0 flex-1 cursor-pointer items-center gap-3 rounded px-1 hover:bg-base-200">
            <input
              type="checkbox"
              class="checkbox checkbox-sm"
              checked={picked.has(file.id)}
              onchange={() => toggle(file)}
            />
            <span class="min-w-0 flex-1">
              <span class="block font-medium wrap-anywhere">{file.name}</span>
              <span class="figures block text-sm opacity-80"
                >{absolute(file.changedAt, zone(), file.changedAt)} · {sizeText(file.size)}{file.folder
                  ? ` · ${file.folder}`
                  : ''}</span
              >
            </span>
          </label>
          <button
            type="button"
            class="btn btn-square btn-ghost"
            aria-label="Look at {file.name} here"
            title="Look at it here"
            aria-expanded={looking === file.id}
            onclick={() => (looking = looking === file.id ? null : file.id)}
          >
            <Icon name="eye" />
          </button>
          {#if looking === file.id}
            <div class="basis-full pb-3">
              <Peek file={fileAddress('shelf', file.id)} title={file.name} name={file.name} />
            </div>
          {/if}
        </li>
      {/each}
    </ul>
    {#if shelf.more}<button type="button" class="btn mb-2 btn-ghost btn-sm" onclick={() => shelf.showMore()}
        >Show older ones</button
      >{/if}
  {/if}
  {#if problem}<p role="alert" class="font-medium text-error">{problem}</p>{/if}
  <div class="flex flex-wrap gap-2">
    <button class="btn btn-primary btn-sm" disabled={busy || picked.size === 0}
      >{picked.size === 0 ? 'Pick what to add' : `Add ${piecesText(picked.size)} here`}<span class="sr-only">
        to {place}</span
      ></button
    >
    <button type="button" class="btn btn-ghost btn-sm" onclick={close}>Leave it</button>
  </div>
</form>
