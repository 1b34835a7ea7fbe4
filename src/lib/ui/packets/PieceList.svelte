<script lang="ts">
  import { dragHandleZone, type DndEvent } from 'svelte-dnd-action';
  import { liesOn } from '$core/links/address';
  import type { PieceView } from '$core/packets/views';
  import PieceRow from './PieceRow.svelte';
  import { getPlacing } from './placing';

  interface Props {
    pieces: readonly PieceView[];
    /** Where the files are fetched from: the working packet, or a submitted round. */
    from: 'pieces' | 'submitted';
    editable?: boolean;
    /** What the brief wants pieces of this place to be called. */
    named?: string | null;
    /** The place that the list stands in, where pieces can be dragged to another one. */
    placeId?: string | null;
    /** The packet's places, to say in which one each piece lies; none where the list stands in its place. */
    places?: ReadonlyArray<{ id: string; title: string }>;
    /** The student's own site, where links have to lie on it. */
    ownSite?: string | null;
  }
  const { pieces, from, editable = false, named = null, placeId = null, places = [], ownSite = null }: Props = $props();
  const placeOf = (piece: PieceView) =>
    places.length === 0 ? null : (places.find((place) => place.id === piece.deliverableId)?.title ?? 'Also');
  const elsewhere = (piece: PieceView) =>
    ownSite !== null && piece.kind === 'link' && !liesOn(piece.url, ownSite) ? ownSite : null;

  const placing = getPlacing();
  /** The order under the pointer while a piece is dragged; the page's own again once it is let go and written. */
  let dragged = $state<PieceView[] | null>(null);
  const shown = $derived(dragged ?? [...pieces]);

  function consider({ detail }: CustomEvent<DndEvent<PieceView>>) {
    dragged = detail.items;
  }
  async function finalize({ detail }: CustomEvent<DndEvent<PieceView>>) {
    dragged = detail.items;
    const index = detail.items.findIndex(({ id }) => id === detail.info.id);
    if (index >= 0) await placing(detail.info.id, placeId, index);
    dragged = null;
  }
</script>

{#if editable}
  <ul
    class="min-h-2 divide-y divide-base-300"
    use:dragHandleZone={{ items: shown, type: 'pieces', flipDurationMs: 0, dropTargetStyle: {}, zoneTabIndex: -1 }}
    onconsider={consider}
    onfinalize={finalize}
  >
    {#each shown as piece, i (piece.id)}
      <PieceRow
        {piece}
        {from}
        editable
        {named}
        place={null}
        elsewhere={elsewhere(piece)}
        first={i === 0}
        last={i === shown.length - 1}
      />
    {/each}
  </ul>
{:else}
  <ul class="divide-y divide-base-300">
    {#each pieces as piece (piece.id)}
      <PieceRow
        {piece}
        {from}
        editable={false}
        {named}
        place={placeOf(piece)}
        elsewhere={elsewhere(piece)}
        first
        last
      />
    {/each}
  </ul>
{/if}
