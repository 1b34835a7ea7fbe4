<script lang="ts">
  import { shapeAddress } from '$core/materials/source';
  import Icon from '$ui/icons/Icon.svelte';
  import { addressText } from '$core/links/address';
  import { isFine } from '$core/links/verdict';
  import { verdictText, verdictWords } from '$core/links/words';
  import type { LinkPiece } from '$core/pieces/piece';
  import { absolute } from '$core/time/words';
  import { act } from '$ui/forms/act';
  import { getZone } from '$ui/time/reader';

  interface Props {
    piece: LinkPiece;
    /** Where the piece stands: its picture is below it. */
    address: string;
    editable: boolean;
    /** The student's own site, where this link does not lie on it. */
    elsewhere: string | null;
  }
  /** What a stranger met at a link, and so what a teacher meets. */
  const { piece, address, editable, elsewhere }: Props = $props();
  const zone = getZone();
  const look = $derived(piece.look);
  const fine = $derived(look !== null && isFine(look.verdict));
  let busy = $state(false);
</script>

<div class="flex flex-wrap gap-x-4 gap-y-2 pl-8 text-sm">
  {#if look?.pictured}
    <img
      src={shapeAddress(address, 'picture')}
      alt=""
      class="max-h-24 max-w-40 rounded border border-base-300 object-cover"
      loading="lazy"
    />
  {/if}
  <div class="min-w-0 flex-1 basis-64">
    {#if look}
      <p class="flex flex-wrap items-center gap-x-2">
        {#if fine}<Icon name="circle-check" class="text-success" />
        {:else}<Icon name="triangle-alert" class="text-error" />{/if}
        <b>{verdictText(look.verdict)}</b>
        <time class="opacity-80" datetime={new Date(look.at).toISOString()}
          >looked at {absolute(look.at, zone(), look.at)}</time
        >
        {#if look.ownTab}<span>Opens in a tab of its own</span>{/if}
      </p>
      {#if look.title || look.excerpt}
        <p class="line-clamp-2 opacity-90">
          {#if look.title && look.title !== piece.name}<b class="font-semibold">{look.title}.</b>
          {/if}{look.excerpt}
        </p>
      {/if}
      {#if look.finalUrl}<p class="wrap-anywhere opacity-80">It leads to {addressText(look.finalUrl)}</p>{/if}
      {#if !fine}<p class="font-medium">
          {verdictWords(look.verdict)}
          {piece.knowingly ? 'Kept knowingly.' : ''}
        </p>{/if}
    {/if}
    {#if elsewhere}<p class="font-medium">
        This does not lie on the site that you declared as yours ({addressText(elsewhere)}).
      </p>{/if}
    {#if piece.changedAt !== null}<p class="font-medium">
        The page says something else since {absolute(piece.changedAt, zone(), piece.changedAt)}. What was there at the
        submit is kept here.
      </p>{/if}
    {#if editable}
      <form method="post" action="?/lookAgain" use:act={(on) => (busy = on)}>
        <input type="hidden" name="pieceId" value={piece.id} />
        <button class="link py-1" disabled={busy}
          >{busy ? 'Looking …' : 'Look again'}<span class="sr-only"> at {piece.name}</span></button
        >
      </form>
    {/if}
  </div>
</div>
