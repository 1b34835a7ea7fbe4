<script lang="ts">
  import { fileAddress } from '$core/materials/source';
  import { onDestroy } from 'svelte';
  import { partName } from '$core/materials/file-kinds';
  import { sizeText } from '$core/materials/size-text';
  import { withEnding } from '$core/pieces/names';
  import type { BytesPiece } from '$core/pieces/piece';
  import { getUploads } from '$ui/uploads/uploads.svelte';
  import { combine, type Combining } from './combine';
  import { fetchPiece } from './fetch-piece';

  interface Props {
    assignmentId: string;
    place: { id: string | null };
    /** Pictures of the place. */
    pieces: readonly BytesPiece[];
    largest: number;
    close: () => void;
  }
  /** Pictures made smaller, with before and after beside each other. */
  const { assignmentId, place, pieces, largest, close }: Props = $props();
  const uploads = getUploads();

  const SIZES = [200_000, 500_000, 1_000_000, 2_000_000];
  let wanted = $state(500_000);
  let working = $state<Combining | null>(null);
  let cancelled = $state(false);
  let doneCount = $state(0);
  let problem = $state('');
  let made = $state<Array<{ piece: BytesPiece; blob: Blob; url: string }>>([]);
  const large = $derived(pieces.filter((piece) => piece.size > wanted));
  onDestroy(() => {
    working?.cancel();
    forget();
  });

  function forget() {
    for (const { url } of made) URL.revokeObjectURL(url);
    made = [];
  }

  async function make() {
    forget();
    problem = '';
    cancelled = false;
    doneCount = 0;
    for (const piece of large) {
      if (cancelled) break;
      try {
        working = combine({ do: 'shrink', picture: await fetchPiece(piece.id), bytes: wanted }, () => undefined);
        const { blob } = await working.done;
        made.push({ piece, blob, url: URL.createObjectURL(blob) });
      } catch {
        if (!cancelled) problem = `${piece.name} could not be made smaller. It stays as it is.`;
      }
      doneCount++;
    }
    working = null;
  }

  function put() {
    for (const { piece, blob } of made) {
      const name = withEnding(partName(piece.name)[0], 'x.jpg');
      const file = new File([blob], name, { type: 'image/jpeg' });
      const bound = { assignment: assignmentId, deliverable: place.id, came: 'combined' as const, instead: [piece.id] };
      uploads.add([file], bound, largest);
    }
    close();
  }
</script>

<label class="mb-2 block text-sm font-medium"
  >At most
  <select class="select w-auto select-sm" bind:value={wanted} onchange={forget}>
    {#each SIZES as size (size)}<option value={size}>{sizeText(size)}</option>{/each}
  </select>
  each
</label>
{#if large.length === 0}<p class="mb-2">Every picture here is smaller than that already.</p>{/if}
{#if problem}<p role="alert" class="font-medium text-error">{problem}</p>{/if}
{#if working}
  <div class="flex flex-wrap items-center gap-3">
    <progress
      class="progress w-56 progress-primary"
      value={doneCount}
      max={large.length}
      aria-label="Making them smaller"
    ></progress>
    <span class="figures text-sm" role="status">{doneCount} of {large.length}</span>
    <button
      type="button"
      class="btn btn-sm"
      onclick={() => {
        cancelled = true;
        working?.cancel();
      }}>Cancel</button
    >
  </div>
{/if}
<ul class="grid gap-3">
  {#each made as { piece, blob, url } (piece.id)}
    <li class="flex flex-wrap items-end gap-3">
      <figure>
        <img src={fileAddress('pieces', piece.id)} alt="{piece.name} before" class="max-h-36 max-w-56 rounded" />
        <figcaption class="figures text-sm">Before: {sizeText(piece.size)}</figcaption>
      </figure>
      <figure>
        <img src={url} alt="{piece.name} after" class="max-h-36 max-w-56 rounded" />
        <figcaption class="figures text-sm">After: {sizeText(blob.size)}</figcaption>
      </figure>
    </li>
  {/each}
</ul>
{#if made.length > 0}<p class="my-2 text-sm">The originals leave this place and stay on your Shelf.</p>{/if}
<div class="mt-2 flex flex-wrap gap-2">
  {#if made.length > 0 && !working}
    <button type="button" class="btn btn-primary btn-sm" onclick={put}>Put the smaller ones in their place</button>
  {:else}
    <button
      type="button"
      class="btn btn-primary btn-sm"
      disabled={working !== null || large.length === 0}
      onclick={make}>Make {large.length === 1 ? '1 picture' : `${large.length} pictures`} smaller</button
    >
  {/if}
  <button type="button" class="btn btn-ghost btn-sm" onclick={close}>Leave it</button>
</div>
