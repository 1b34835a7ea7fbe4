<script lang="ts">
  import { wantsWords } from '$core/assignments/wants';
  import type { DeliverableView, PieceView } from '$core/packets/views';
  import AddFiles from './AddFiles.svelte';
  import PieceList from './PieceList.svelte';

  interface Props {
    deliverables: readonly DeliverableView[];
    pieces: readonly PieceView[];
    alsoOpen: boolean;
    editable: boolean;
    formKey: string;
    largest: number;
  }
  const { deliverables, pieces, alsoOpen, editable, formKey, largest }: Props = $props();

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
</script>

<ol class="grid gap-3">
  {#each places as place (place.id)}
    {@const inPlace = pieces.filter((piece) => piece.deliverableId === place.id)}
    <li
      class="rounded border border-l-4 border-base-300 bg-base-100 p-4 {inPlace.length > 0
        ? 'border-l-success'
        : place.optional
          ? ''
          : 'border-l-accent'}"
    >
      <div class="flex flex-wrap items-baseline gap-x-3">
        <h3 class="text-lg font-semibold">{place.title}</h3>
        <span class="text-sm opacity-80">
          {#if inPlace.length > 0}{inPlace.length === 1
              ? 'Filled'
              : `${inPlace.length} pieces`}{:else if place.optional}Optional{:else}Empty{/if}
        </span>
      </div>
      {#if place.ask}<p class="mb-1 opacity-90">{place.ask}</p>{/if}
      {#if wantsWords(place.wants).length > 0}
        <p class="mb-1 text-sm"><b>Wanted:</b> {wantsWords(place.wants, place.named).join('; ')}</p>
      {/if}
      {#if inPlace.length > 0}<PieceList pieces={inPlace} from="pieces" {editable} named={place.named} />{/if}
      {#if editable && (place.id !== null || alsoOpen)}
        <AddFiles deliverableId={place.id} place={place.title} {formKey} largest={place.wants.bytes ?? largest} />
      {/if}
    </li>
  {/each}
</ol>
