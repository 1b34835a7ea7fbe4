<script lang="ts">
  import { troubleFact, troubleWords } from '$core/materials/facts';
  import { bytesOf } from '$core/pieces/registry';
  import { act } from '$ui/forms/act';
  import LinksInside from '$ui/links/LinksInside.svelte';
  import ReadBack from './ReadBack.svelte';
  import type { RowPart } from './row';

  /** What is known of a piece's bytes: what is wrong with them, a newer version on the Shelf, where they lead to. */
  const { piece, address, editable }: RowPart = $props();
  const bytes = $derived(bytesOf(piece));
  const trouble = $derived((editable ? troubleWords : troubleFact)(bytes?.facts ?? null));
</script>

{#if bytes?.evidenceFor}<p class="pl-8 text-sm">Shows <b>{bytes.evidenceFor}</b></p>{/if}
{#if trouble}<p class="border-l-4 border-accent pl-3 text-sm font-medium">{trouble}</p>{/if}
{#if editable && piece.kind === 'file'}<ReadBack {piece} {address} />{/if}
{#if bytes && bytes.newer !== null && editable}
  <form
    method="post"
    action="?/takeNewer"
    use:act
    class="flex flex-wrap items-center gap-2 border-l-4 border-accent pl-3"
  >
    <input type="hidden" name="pieceId" value={piece.id} />
    <span class="text-sm">The Shelf has a newer version of this file.</span>
    <button class="btn btn-sm">Take the newer one<span class="sr-only"> of {piece.name}</span></button>
  </form>
{/if}
{#if editable && (bytes?.spotLeftOut || bytes?.facts?.spot)}
  <form method="post" action="?/spot" use:act class="flex flex-wrap items-center gap-x-2 pl-8">
    <input type="hidden" name="pieceId" value={piece.id} />
    <input type="hidden" name="spot" value={bytes.spotLeftOut ? 'in' : 'left-out'} />
    <span class="text-sm"
      >{bytes.spotLeftOut
        ? 'Where this was taken is left out of it. The file on your Shelf still says it.'
        : 'This file says where it was taken.'}</span
    >
    <button class="btn btn-ghost btn-sm"
      >{bytes.spotLeftOut ? 'Put it back in' : 'Leave that out'}<span class="sr-only">: {piece.name}</span></button
    >
  </form>
{/if}
{#if bytes?.links && bytes.links.length > 0}<LinksInside links={bytes.links} />{/if}
