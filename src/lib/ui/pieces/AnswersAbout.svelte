<script lang="ts">
  import { bytesOf } from '$core/pieces/registry';
  import AnsweredPart from './AnsweredPart.svelte';
  import BytesAbout from './BytesAbout.svelte';
  import CountedPart from './CountedPart.svelte';
  import GoOnAnswering from './GoOnAnswering.svelte';
  import type { RowPart } from './row';

  /** Answers are gone on with where they lie; of submitted ones it is said what a machine counted. */
  const { piece, address, editable, elsewhere }: RowPart = $props();
</script>

<AnsweredPart facts={bytesOf(piece)?.facts ?? null} />
{#if editable}
  <div class="pl-8"><GoOnAnswering {piece} /></div>
{:else}
  <CountedPart {address} />
{/if}
<BytesAbout {piece} {address} {editable} {elsewhere} />
