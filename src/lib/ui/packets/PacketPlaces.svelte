<script lang="ts">
  import type { DeliverableView, UnderWay } from '$core/packets/views';
  import type { PieceView } from '$core/pieces/piece';
  import { droppedIn, isTyping } from '$ui/uploads/dropping';
  import PacketPlace from './PacketPlace.svelte';

  interface Props {
    assignmentId: string;
    deliverables: readonly DeliverableView[];
    pieces: readonly PieceView[];
    underWay: readonly UnderWay[];
    alsoOpen: boolean;
    editable: boolean;
    formKey: string;
    largest: number;
    /** The site that the student declared as their own. */
    ownSite: string | null;
  }
  const { assignmentId, deliverables, pieces, underWay, alsoOpen, editable, formKey, largest, ownSite }: Props =
    $props();

  const extra = $derived(pieces.filter((piece) => piece.deliverableId === null));
  const also: Omit<DeliverableView, 'id'> & { id: null } = {
    id: null,
    title: 'Also',
    ask: 'Anything else that belongs to it.',
    optional: true,
    wants: {},
    named: null
  };
  const places = $derived([...deliverables, ...(alsoOpen || extra.length > 0 ? [also] : [])]);

  /** Each place by its id; a paste goes to the one that the pointer or the focus was in last. */
  const taking: Array<ReturnType<typeof PacketPlace> | undefined> = $state([]);
  let last = $state<number | null>(null);
  let astray = $state(false);

  function pasted(event: ClipboardEvent) {
    if (!editable || isTyping(event.target) || !event.clipboardData) return;
    const dropped = droppedIn(event.clipboardData);
    if (dropped.files.length === 0 && dropped.link === null) return;
    event.preventDefault();
    const to = last ?? (places.length === 1 ? 0 : null);
    astray = to === null;
    if (to !== null) taking[to]?.take(dropped);
  }
</script>

<svelte:window onpaste={pasted} />
{#if astray}
  <p role="alert" class="mb-2 font-medium">Point at the place where it belongs, then paste it once more.</p>
{/if}
<ol class="grid gap-3">
  {#each places as place, i (place.id)}
    <PacketPlace
      bind:this={taking[i]}
      {assignmentId}
      {place}
      pieces={pieces.filter((piece) => piece.deliverableId === place.id)}
      underWay={underWay.filter((upload) => upload.deliverableId === place.id)}
      editable={editable && (place.id !== null || alsoOpen)}
      {formKey}
      largest={Math.min(largest, place.wants.bytes ?? largest)}
      {ownSite}
      onnear={() => {
        last = i;
        astray = false;
      }}
    />
  {/each}
</ol>
