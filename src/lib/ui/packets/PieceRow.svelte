<script lang="ts">
  import { Eye, FileText, Pencil, Trash2 } from '@lucide/svelte';
  import { sizeText } from '$core/packets/piece-rules';
  import type { PieceView } from '$core/packets/views';
  import { act } from '$ui/forms/act';
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import Peek from '$ui/materials/Peek.svelte';
  import ChangePiece from './ChangePiece.svelte';

  interface Props {
    piece: PieceView;
    /** Where the file is fetched from: the working packet, or a submitted round. */
    from: 'pieces' | 'submitted';
    /** The place in the packet, where the list does not stand in it. */
    place: string | null;
    editable: boolean;
    /** What the brief wants it to be called, without the ending; null where it does not say. */
    named: string | null;
    first: boolean;
    last: boolean;
  }
  const { piece, from, place, editable, named, first, last }: Props = $props();

  const address = $derived(`/${from}/${piece.id}`);
  const scripted = whenScripted();
  let shown = $state<'peek' | 'change' | null>(null);
  const toggle = (what: 'peek' | 'change') => (shown = shown === what ? null : what);
</script>

<li class="py-1.5">
  <div class="flex flex-wrap items-center gap-x-3">
    <FileText size={20} strokeWidth={1.75} class="shrink-0 opacity-70" aria-hidden="true" />
    <a class="min-w-0 link py-1 font-medium wrap-anywhere link-hover" href={address} data-sveltekit-reload
      >{piece.name}</a
    >
    {#if place}<span class="text-sm opacity-80">{place}</span>{/if}
    <span class="figures ml-auto text-sm whitespace-nowrap opacity-80">{sizeText(piece.size)}</span>
    <button
      class="btn btn-square btn-ghost btn-sm"
      aria-label="Look at {piece.name} here"
      title="Look at it here"
      aria-expanded={shown === 'peek'}
      disabled={!scripted.yes}
      onclick={() => toggle('peek')}
    >
      <Eye size={18} strokeWidth={1.75} aria-hidden="true" />
    </button>
    {#if editable}
      <button
        class="btn btn-square btn-ghost btn-sm"
        aria-label="Rename or move {piece.name}"
        title="Rename it, move it, write a word beside it"
        aria-expanded={shown === 'change'}
        disabled={!scripted.yes}
        onclick={() => toggle('change')}
      >
        <Pencil size={18} strokeWidth={1.75} aria-hidden="true" />
      </button>
      <form method="post" action="?/removePiece" use:act>
        <input type="hidden" name="pieceId" value={piece.id} />
        <button class="btn btn-square btn-ghost btn-sm" aria-label="Remove {piece.name}" title="Remove {piece.name}">
          <Trash2 size={18} strokeWidth={1.75} aria-hidden="true" />
        </button>
      </form>
    {/if}
  </div>
  {#if piece.note}<p class="pl-8 text-sm whitespace-pre-wrap">{piece.note}</p>{/if}
  {#if shown === 'peek'}
    <div class="my-2"><Peek {address} file={address} title={piece.name} name={piece.name} /></div>
  {:else if shown === 'change'}
    <ChangePiece {piece} {named} {first} {last} />
  {/if}
</li>
