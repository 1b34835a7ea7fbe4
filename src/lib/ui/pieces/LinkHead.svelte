<script lang="ts">
  import { addressText } from '$core/links/address';
  import { addressOf } from '$core/pieces/registry';
  import type { RowPart } from './row';

  /** The name of a link, which opens it, and its address. */
  const { piece }: RowPart = $props();
  const url = $derived(addressOf(piece)?.url ?? '');
</script>

<a class="min-w-0 link py-1 font-medium wrap-anywhere link-hover" href={url} target="_blank" rel="noopener noreferrer"
  >{piece.name}</a
>
<span class="text-sm wrap-anywhere opacity-80">{addressText(url)}</span>
