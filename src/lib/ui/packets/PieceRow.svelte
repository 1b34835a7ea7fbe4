<script lang="ts">
  import { Eye, FileText, GripVertical, Link, Pencil, Trash2 } from '@lucide/svelte';
  import { dragHandle } from 'svelte-dnd-action';
  import { addressText } from '$core/links/address';
  import { troubleFact, troubleWords } from '$core/materials/facts';
  import { sizeText } from '$core/packets/piece-rules';
  import type { PieceView } from '$core/packets/views';
  import { act } from '$ui/forms/act';
  import IconButton from '$ui/forms/IconButton.svelte';
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import LinkFound from '$ui/links/LinkFound.svelte';
  import LinksInside from '$ui/links/LinksInside.svelte';
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
    /** The student's own site, where this link does not lie on it. */
    elsewhere: string | null;
    first: boolean;
    last: boolean;
  }
  const { piece, from, place, editable, named, elsewhere, first, last }: Props = $props();

  const address = $derived(`/${from}/${piece.id}`);
  const scripted = whenScripted();
  let shown = $state<'peek' | 'change' | null>(null);
  const toggle = (what: 'peek' | 'change') => (shown = shown === what ? null : what);
  const trouble = $derived(piece.kind === 'file' ? (editable ? troubleWords : troubleFact)(piece.facts) : null);
</script>

<li class="py-1.5">
  <div class="flex flex-wrap items-center gap-x-3">
    {#if editable}
      <span
        use:dragHandle
        aria-label="Drag {piece.name}"
        class="-ml-2 cursor-grab opacity-60 max-sm:hidden"
        tabindex="-1"
      >
        <GripVertical size={18} strokeWidth={1.75} aria-hidden="true" />
      </span>
    {/if}
    {#if piece.kind === 'link'}
      <Link size={20} strokeWidth={1.75} class="shrink-0 opacity-70" aria-hidden="true" />
      <a
        class="min-w-0 link py-1 font-medium wrap-anywhere link-hover"
        href={piece.url}
        target="_blank"
        rel="noopener noreferrer">{piece.name}</a
      >
      <span class="text-sm wrap-anywhere opacity-80">{addressText(piece.url)}</span>
    {:else}
      <FileText size={20} strokeWidth={1.75} class="shrink-0 opacity-70" aria-hidden="true" />
      <a class="min-w-0 link py-1 font-medium wrap-anywhere link-hover" href={address} data-sveltekit-reload
        >{piece.name}</a
      >
    {/if}
    {#if place}<span class="text-sm opacity-80">{place}</span>{/if}
    <span class="ml-auto flex items-center gap-x-1 sm:gap-x-3">
      <span class="figures text-sm whitespace-nowrap opacity-80"
        >{#if piece.kind === 'file'}{sizeText(piece.size)}{/if}</span
      >
      <IconButton
        icon={Eye}
        label="Look at {piece.name} here"
        title="Look at it here"
        expanded={shown === 'peek'}
        disabled={!scripted.yes}
        onclick={() => toggle('peek')}
      />
      {#if editable}
        <IconButton
          icon={Pencil}
          label="Rename or move {piece.name}"
          title="Rename it, move it, write a word beside it"
          expanded={shown === 'change'}
          disabled={!scripted.yes}
          onclick={() => toggle('change')}
        />
        <form method="post" action="?/removePiece" use:act>
          <input type="hidden" name="pieceId" value={piece.id} />
          <IconButton icon={Trash2} label="Remove {piece.name}" />
        </form>
      {/if}
    </span>
  </div>
  {#if piece.note}<p class="pl-8 text-sm whitespace-pre-wrap">{piece.note}</p>{/if}
  {#if trouble}<p class="border-l-4 border-accent pl-3 text-sm font-medium">{trouble}</p>{/if}
  {#if piece.kind === 'file' && piece.newer !== null && editable}
    <form
      method="post"
      action="?/takeNewer"
      use:act
      class="flex flex-wrap items-center gap-2 border-l-4 border-accent pl-3"
    >
      <input type="hidden" name="pieceId" value={piece.id} />
      <span class="text-sm">The Shelf has a newer version of this file.</span>
      <button class="btn btn-sm">Take the newer one<span class="sr-only"> of {piece.name}</span></button>
    </form>
  {/if}
  {#if piece.kind === 'file' && piece.links && piece.links.length > 0}<LinksInside links={piece.links} />{/if}
  {#if piece.kind === 'link'}<LinkFound {piece} {address} {editable} {elsewhere} />{/if}
  {#if shown === 'peek'}
    <div class="my-2">
      <Peek {address} file={address} title={piece.name} name={piece.name} />
    </div>
  {:else if shown === 'change'}
    <ChangePiece {piece} {named} {first} {last} />
  {/if}
</li>
