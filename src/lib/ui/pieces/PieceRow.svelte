<script lang="ts">
  import { fileAddress } from '$core/materials/source';
  import { dragGrip } from '$ui/primitives/dragging.svelte';
  import Icon from '$ui/icons/Icon.svelte';
  import { isPicture } from '$core/materials/preview';
  import type { PieceView } from '$core/pieces/piece';
  import { bytesOf } from '$core/pieces/registry';
  import { act } from '$ui/forms/act';
  import IconButton from '$ui/forms/IconButton.svelte';
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import Peek from '$ui/materials/Peek.svelte';
  import Thumbnail from '$ui/materials/Thumbnail.svelte';
  import ChangePiece from './ChangePiece.svelte';
  import { getRemarking } from './remarking.svelte';
  import { rowOf } from './row';

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

  const address = $derived(fileAddress(from, piece.id));
  const scripted = whenScripted();
  /** Remarks stand on what was submitted. */
  const about = getRemarking();
  const remarking = $derived(from === 'submitted' ? about : null);
  const row = $derived(rowOf(piece));
  // svelte-ignore state_referenced_locally (how it stands there at first)
  let shown = $state<'peek' | 'change' | null>(remarking?.noting?.opens(piece.id) && !row.inRow ? 'peek' : null);
  const remarked = $derived(remarking?.of(piece.id).length ?? 0);
  $effect(() => {
    if (remarking?.wanted?.pieceId === piece.id) shown = 'peek';
  });
  const toggle = (what: 'peek' | 'change') => (shown = shown === what ? null : what);
  const bytes = $derived(bytesOf(piece));
  const pictured = $derived(bytes !== null && !bytes.facts?.trouble && isPicture(bytes));
</script>

<li class="py-1.5">
  <div class="flex flex-wrap items-center gap-x-3">
    {#if editable}
      <!-- Its room is there from the beginning: the name beside it would move. -->
      <span
        {@attach dragGrip}
        role="button"
        aria-label="Drag {piece.name}"
        class={['-ml-2 cursor-grab opacity-60 max-sm:hidden', !scripted.yes && 'invisible']}
        tabindex="-1"
      >
        <Icon name="grip-vertical" />
      </span>
    {/if}
    {#if pictured}<Thumbnail file={address} />
    {:else}<Icon name={row.icon} size={20} class="opacity-70" />{/if}
    <row.head {piece} {address} {editable} {elsewhere} />
    {#if remarked > 0}
      <button type="button" class="link text-sm" onclick={() => (shown = 'peek')}
        >{remarked === 1 ? '1 remark' : `${remarked} remarks`}<span class="sr-only"> on {piece.name}</span></button
      >
    {/if}
    {#if place}<span class="text-sm opacity-80">{place}</span>{/if}
    <div class="ml-auto flex items-center gap-x-1 sm:gap-x-3">
      <IconButton
        icon="eye"
        label="Look at {piece.name} here"
        title="Look at it here"
        expanded={shown === 'peek'}
        disabled={!scripted.yes}
        onclick={() => toggle('peek')}
      />
      {#if editable}
        <IconButton
          icon="pencil"
          label="Rename or move {piece.name}"
          title="Rename it, move it, write a word beside it"
          expanded={shown === 'change'}
          disabled={!scripted.yes}
          onclick={() => toggle('change')}
        />
        <form method="post" action="?/removePiece" use:act>
          <input type="hidden" name="pieceId" value={piece.id} />
          <IconButton icon="trash-2" label="Remove {piece.name}" />
        </form>
      {/if}
    </div>
  </div>
  {#if piece.note}<p class="pl-8 text-sm whitespace-pre-wrap">{piece.note}</p>{/if}
  <row.about {piece} {address} {editable} {elsewhere} />
  {#if shown === 'peek'}
    <div class="my-2">
      {#if remarking}
        {#await import('./RemarkLayer.svelte')}
          <p role="status">Opening {piece.name} …</p>
        {:then { default: RemarkLayer }}
          <RemarkLayer {piece} {remarking}><Peek file={address} title={piece.name} name={piece.name} /></RemarkLayer>
        {:catch}
          <p role="alert">The connection broke before it could be shown. Close it here and open it again.</p>
        {/await}
      {:else}
        <Peek file={address} title={piece.name} name={piece.name} />
      {/if}
    </div>
  {:else if shown === 'change'}
    <ChangePiece {piece} {named} {first} {last} />
  {/if}
</li>
