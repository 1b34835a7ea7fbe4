<script lang="ts">
  import { bytesOf } from '$core/pieces/registry';
  import AnsweredPart from './AnsweredPart.svelte';
  import BytesAbout from './BytesAbout.svelte';
  import GoOnWriting from './GoOnWriting.svelte';
  import type { RowPart } from './row';

  /** A page is written on where it lies. */
  const { piece, address, editable, elsewhere }: RowPart = $props();
</script>

<AnsweredPart facts={bytesOf(piece)?.facts ?? null} />
{#if editable}<div class="pl-8"><GoOnWriting {piece} /></div>{/if}
<BytesAbout {piece} {address} {editable} {elsewhere} />
