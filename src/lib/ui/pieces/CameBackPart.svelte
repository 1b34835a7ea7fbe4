<script lang="ts">
  import { fileAddress } from '$core/materials/source';
  import type { PieceView } from '$core/pieces/piece';
  import Peek from '$ui/materials/Peek.svelte';

  /** A page as it came back, with what its teacher filled in. */
  const { piece }: { piece: PieceView } = $props();
  const address = $derived(fileAddress('returned', piece.id));
  let shown = $state(false);
</script>

<p class="flex flex-wrap gap-x-4 pl-8 text-sm">
  <button type="button" class="link font-medium" aria-expanded={shown} onclick={() => (shown = !shown)}
    >As it came back, with your teacher’s part</button
  >
  <a class="link" href="{address}/as/pdf">PDF of it</a>
</p>
{#if shown}<div class="my-2"><Peek file={address} title="{piece.name}, as it came back" name={piece.name} /></div>{/if}
