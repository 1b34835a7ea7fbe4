<script lang="ts">
  import { shapeAddress } from '$core/materials/source';
  import { bytesOf } from '$core/pieces/registry';
  import { span } from '$core/time/words';
  import Player from '$ui/recordings/Player.svelte';
  import BytesAbout from './BytesAbout.svelte';
  import type { RowPart } from './row';

  /** A recording is heard where it lies. */
  const { piece, address, editable, elsewhere }: RowPart = $props();
  const bytes = $derived(bytesOf(piece));
  const seconds = $derived(bytes?.facts?.recording?.seconds ?? null);
  const film = $derived(bytes?.facts?.made?.recording?.film ?? bytes?.mediaType.startsWith('video/') ?? false);
</script>

<div class="grid gap-1 pl-8">
  <Player
    file={address}
    name={piece.name}
    {film}
    facts={bytes?.facts?.made?.recording ?? null}
    captions={bytes?.captioned ? shapeAddress(address, 'captions') : null}
  />
  {#if seconds !== null}<span class="figures text-sm opacity-80">{span(Math.round(seconds) * 1000)}</span>{/if}
</div>
<BytesAbout {piece} {address} {editable} {elsewhere} />
