<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';
  import { getReadShelf } from '$ui/shelf/shelf-reader';
  import ShelfFiles from '$ui/shelf/ShelfFiles.svelte';
  import { ShelfSearch } from '$ui/shelf/shelf-search.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import type { Evidence } from '$core/pages/evidence';
  import { sendEvidence } from './send';

  interface Props {
    /** Where the page is kept. */
    address: string;
    /** What it is to show. */
    words: string;
    add: (evidence: Evidence) => void;
    close: () => void;
  }
  /** Where a file comes from that shows what an entry says: this device, the Shelf. It goes into the packet as well. */
  const { address, words, add, close }: Props = $props();
  const shelf = new ShelfSearch(getReadShelf());
  let coming = $state('');
  let problem = $state('');

  async function bring(name: string, what: File | { fileId: string }) {
    [coming, problem] = [name, ''];
    const sent = await sendEvidence(address, what);
    coming = '';
    if (sent.ok) add(sent.evidence);
    else problem = `${name}: ${sent.words}`;
  }
  async function chosen(input: HTMLInputElement) {
    for (const file of input.files ?? []) await bring(file.name, file);
    input.value = '';
  }
</script>

<section aria-label="A file for {words}" class="grid gap-3 border-b border-base-300 bg-base-200 px-4 py-3">
  <div class="flex flex-wrap items-center gap-2">
    <p class="font-semibold">{words}</p>
    <label class="btn btn-sm">
      <Icon name="file-up" size={16} /> From this device
      <input type="file" multiple class="sr-only" onchange={({ currentTarget }) => void chosen(currentTarget)} />
    </label>
    <button type="button" class="btn btn-ghost btn-sm" onclick={close}>That is all</button>
  </div>
  <p class="text-sm">What you choose is put into the packet too. There it says what it shows.</p>
  {#if coming}<p role="status" class="text-sm">On its way: {coming} …</p>{/if}
  {#if problem}<Message kind="problem">{problem}</Message>{/if}
  <label class="text-sm font-medium"
    >Search your Shelf
    <input type="search" class="input mt-1 block w-full max-w-xs input-sm" bind:value={shelf.search} maxlength="100" />
  </label>
  <ShelfFiles {shelf} pick={({ id, name }) => void bring(name, { fileId: id })} disabled={coming !== ''} />
</section>
