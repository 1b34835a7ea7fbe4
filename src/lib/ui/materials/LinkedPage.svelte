<script lang="ts">
  import { addressText } from '$core/links/address';
  import type { Preview } from '$core/materials/preview';
  import { absolute } from '$core/time/words';
  import { getZone } from '$ui/time/reader';

  /** What was there when a link was looked at: its text, kept as it stood. */
  const { preview }: { preview: Extract<Preview, { kind: 'page' }> } = $props();
  const zone = getZone();
</script>

<div class="rounded bg-base-100 p-6">
  <p class="mb-2 text-sm opacity-85">
    {addressText(preview.url)}, as a stranger met it on {absolute(preview.at, zone(), preview.at)}. Text only.
  </p>
  {#if preview.title}<h4 class="mb-2 font-semibold">{preview.title}</h4>{/if}
  {#if preview.text}<div class="max-h-[60vh] overflow-y-auto whitespace-pre-line">{preview.text}</div>
  {:else}<p>There was nothing to read.</p>{/if}
</div>
