<script lang="ts">
  import { FileText, Trash2 } from '@lucide/svelte';
  import { act } from '$ui/forms/act';
  import { sizeText } from '$core/packets/piece-rules';
  import type { PieceView } from '$core/packets/views';

  interface Props {
    pieces: readonly PieceView[];
    /** Where the files are fetched from: the working packet, or a submitted round. */
    from: 'pieces' | 'submitted';
    removable?: boolean;
    /** The packet's places, to say in which one each piece lies; none where the list stands in its place. */
    places?: ReadonlyArray<{ id: string; title: string }>;
  }
  const { pieces, from, removable = false, places = [] }: Props = $props();
</script>

<ul class="divide-y divide-base-300">
  {#each pieces as piece (piece.id)}
    <li class="flex items-center gap-3 py-1.5">
      <FileText size={20} strokeWidth={1.75} class="shrink-0 opacity-70" aria-hidden="true" />
      <a class="min-w-0 link py-1 font-medium wrap-anywhere link-hover" href="/{from}/{piece.id}" data-sveltekit-reload
        >{piece.name}</a
      >
      {#if places.length > 0}
        <span class="text-sm opacity-80"
          >{places.find((place) => place.id === piece.deliverableId)?.title ?? 'Also'}</span
        >
      {/if}
      <span class="figures ml-auto text-sm whitespace-nowrap opacity-80">{sizeText(piece.size)}</span>
      {#if removable}
        <form method="post" action="?/removePiece" use:act>
          <input type="hidden" name="pieceId" value={piece.id} />
          <button class="btn btn-square btn-ghost btn-sm" aria-label="Remove {piece.name}" title="Remove {piece.name}">
            <Trash2 size={18} strokeWidth={1.75} aria-hidden="true" />
          </button>
        </form>
      {/if}
    </li>
  {/each}
</ul>
