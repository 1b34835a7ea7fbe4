<script lang="ts">
  import { act } from '$ui/forms/act';
  import BytesAbout from './BytesAbout.svelte';
  import type { RowPart } from './row';

  /** What is known of a copy of a portfolio: of which it is, and whether that was changed since. */
  const { piece, address, editable, elsewhere }: RowPart = $props();
  const of = $derived(piece.portfolio);
</script>

{#if of && editable}
  <p class="pl-8 text-sm">
    A copy of <a
      class="link"
      href={of.pageId === null ? `/portfolios/${of.id}` : `/portfolios/${of.id}/pages/${of.pageId}`}>{of.title}</a
    >: that can be worked on, this stays as it is.
  </p>
  {#if of.changed}
    <form
      method="post"
      action="?/takeNewCopy"
      use:act
      class="flex flex-wrap items-center gap-2 border-l-4 border-accent pl-3"
    >
      <input type="hidden" name="pieceId" value={piece.id} />
      <span class="text-sm">You changed it since this copy was taken.</span>
      <button class="btn btn-sm">Take a new copy<span class="sr-only"> of {piece.name}</span></button>
    </form>
  {/if}
{/if}
<BytesAbout {piece} {address} {editable} {elsewhere} />
