<script lang="ts">
  import type { DeliverableView } from '$core/packets/views';
  import type { BytesPiece } from '$core/pieces/piece';
  import OnePdf from './OnePdf.svelte';
  import Smaller from './Smaller.svelte';

  interface Props {
    assignmentId: string;
    place: Pick<DeliverableView, 'title' | 'wants' | 'named'> & { id: string | null };
    /** Pictures and PDFs of the place. */
    pieces: readonly BytesPiece[];
    largest: number;
    close: () => void;
  }
  /** What makes many pieces one, and large ones small. The originals stay on the Shelf. */
  const { assignmentId, place, pieces, largest, close }: Props = $props();
  const usable = $derived(pieces.filter((piece) => piece.facts?.trouble === undefined));
  const pictures = $derived(usable.filter((piece) => piece.mediaType.startsWith('image/')));
  const takesPdf = $derived(!place.wants.types || place.wants.types.length === 0 || place.wants.types.includes('pdf'));
  let what = $state<'pdf' | 'smaller'>('pdf');
  const shown = $derived(what === 'pdf' && takesPdf ? 'pdf' : 'smaller');
</script>

<div class="mt-3 border-l-2 border-accent pl-3">
  {#if pictures.length > 0 && takesPdf}
    <div class="mb-2 flex flex-wrap gap-4" role="radiogroup" aria-label="What to do">
      <label class="flex items-center gap-2"
        ><input type="radio" class="radio radio-sm" bind:group={what} value="pdf" /> One PDF of several</label
      >
      <label class="flex items-center gap-2"
        ><input type="radio" class="radio radio-sm" bind:group={what} value="smaller" /> Smaller pictures</label
      >
    </div>
  {/if}
  {#if usable.length < pieces.length}
    <p class="mb-2 text-sm">What cannot be read, or is too large to be drawn, is left out here.</p>
  {/if}
  {#if shown === 'pdf' || pictures.length > 0}
    {#if shown === 'pdf'}<OnePdf {assignmentId} {place} pieces={usable} {largest} {close} />
    {:else}<Smaller {assignmentId} {place} pieces={pictures} {largest} {close} />{/if}
  {:else}
    <p>This place takes no PDF, and there is no picture in it to make smaller.</p>
    <button type="button" class="btn btn-ghost btn-sm" onclick={close}>Leave it</button>
  {/if}
</div>
