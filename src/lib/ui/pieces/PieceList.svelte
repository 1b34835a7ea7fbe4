<script lang="ts">
  import { liesOn } from '$core/links/address';
  import type { PieceView } from '$core/pieces/piece';
  import { addressOf } from '$core/pieces/registry';
  import ArrangePieces from './ArrangePieces.svelte';
  import PieceRow from './PieceRow.svelte';

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
  const elsewhere = (piece: PieceView) => {
    const url = addressOf(piece)?.url;
    return ownSite !== null && url !== undefined && !liesOn(url, ownSite) ? ownSite : null;
  };
</script>

{#if editable}
  <ArrangePieces {pieces} {named} {placeId} {elsewhere} />
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
