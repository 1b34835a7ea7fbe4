<script lang="ts">
  import BytesAbout from './BytesAbout.svelte';
  import GoOnWriting from './GoOnWriting.svelte';
  import type { RowPart } from './row';

  /** A page is written on where it lies. */
  const { piece, address, editable, elsewhere }: RowPart = $props();
</script>

{#if editable}<div class="pl-8"><GoOnWriting {piece} /></div>{/if}
<BytesAbout {piece} {address} {editable} {elsewhere} />
