<script lang="ts">
  import type { PieceView } from '$core/packets/views';
  import PieceRow from './PieceRow.svelte';

  interface Props {
    pieces: readonly PieceView[];
    /** Where the files are fetched from: the working packet, or a submitted round. */
    from: 'pieces' | 'submitted';
    editable?: boolean;
    /** What the brief wants pieces of this place to be called. */
    named?: string | null;
    /** The packet's places, to say in which one each piece lies; none where the list stands in its place. */
    places?: ReadonlyArray<{ id: string; title: string }>;
  }
  const { pieces, from, editable = false, named = null, places = [] }: Props = $props();
  const placeOf = (piece: PieceView) =>
    places.length === 0 ? null : (places.find((place) => place.id === piece.deliverableId)?.title ?? 'Also');
</script>

<ul class="divide-y divide-base-300">
  {#each pieces as piece, i (piece.id)}
    <PieceRow {piece} {from} {editable} {named} place={placeOf(piece)} first={i === 0} last={i === pieces.length - 1} />
  {/each}
</ul>
