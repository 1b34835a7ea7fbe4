<script lang="ts">
  import { sizeText } from '$core/materials/size-text';
  import { bytesOf } from '$core/pieces/registry';
  import type { RowPart } from './row';

  /** The name of a piece that can be downloaded, and its size. */
  const { piece, address }: RowPart = $props();
  const bytes = $derived(bytesOf(piece));
</script>

<a class="min-w-0 link py-1 font-medium wrap-anywhere link-hover" href={address} data-sveltekit-reload>{piece.name}</a>
{#if bytes}<span class="figures text-sm whitespace-nowrap opacity-80">{sizeText(bytes.size)}</span>{/if}
