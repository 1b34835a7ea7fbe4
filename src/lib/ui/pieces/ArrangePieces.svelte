<script lang="ts">
  import type { PieceView } from '$core/pieces/piece';
  import { dragZone } from '$ui/primitives/dragging.svelte';
  import PieceRow from './PieceRow.svelte';
  import { getPlacing } from './placing';

  interface Props {
    pieces: readonly PieceView[];
    named: string | null;
    /** The place that the list stands in; null for the "also" place. */
    placeId: string | null;
    /** The site that a link should lie on and does not. */
    elsewhere: (piece: PieceView) => string | null;
  }
  /** Pieces of the working packet, which can be dragged into another order or another place. */
  const { pieces, named, placeId, elsewhere }: Props = $props();

  const placing = getPlacing();
  /** The order under the pointer while a piece is dragged; the page's own again once it is let go and written. */
  let dragged = $state<PieceView[] | null>(null);
  const shown = $derived(dragged ?? [...pieces]);

  const options = () => ({ items: shown, type: 'pieces', flipDurationMs: 0, dropTargetStyle: {}, zoneTabIndex: -1 });
  const hears = {
    consider: (order: PieceView[]) => void (dragged = order),
    finalize: async (order: PieceView[], moved: string) => {
      dragged = order;
      const index = order.findIndex(({ id }) => id === moved);
      if (index >= 0) await placing(moved, placeId, index);
      dragged = null;
    }
  };
</script>

<ul class="min-h-2 divide-y divide-base-300" {@attach dragZone(options, hears)}>
  {#each shown as piece, i (piece.id)}
    <PieceRow
      {piece}
      from="pieces"
      editable
      {named}
      place={null}
      elsewhere={elsewhere(piece)}
      first={i === 0}
      last={i === shown.length - 1}
    />
  {/each}
</ul>
