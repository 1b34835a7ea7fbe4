<script lang="ts">
  import { addressOf } from '$core/pieces/registry';
  import LinkFound from '$ui/links/LinkFound.svelte';
  import type { RowPart } from './row';

  /** What was met at a link. */
  const { piece, address, editable, elsewhere }: RowPart = $props();
  const link = $derived(addressOf(piece));
</script>

{#if link}<LinkFound piece={link} {address} {editable} {elsewhere} />{/if}
