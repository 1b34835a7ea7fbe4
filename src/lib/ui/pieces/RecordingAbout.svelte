<script lang="ts">
  import { bytesOf } from '$core/pieces/registry';
  import { span } from '$core/time/words';
  import BytesAbout from './BytesAbout.svelte';
  import type { RowPart } from './row';

  /** A recording is heard where it lies. */
  const { piece, address, editable, elsewhere }: RowPart = $props();
  const seconds = $derived(bytesOf(piece)?.facts?.recording?.seconds ?? null);
</script>

<div class="flex flex-wrap items-center gap-x-3 pl-8">
  <audio controls preload="none" src={address} aria-label="Listen to {piece.name}" class="h-10 w-72 max-w-full"></audio>
  {#if seconds !== null}<span class="figures text-sm opacity-80">{span(Math.round(seconds) * 1000)}</span>{/if}
</div>
<BytesAbout {piece} {address} {editable} {elsewhere} />
