<script lang="ts">
  import { sizeText } from '$core/materials/size-text';
  import type { ShelfQuota } from '$core/shelf/views';

  /** How full the Shelf is, and what of it could go. */
  const { quota }: { quota: ShelfQuota } = $props();
  const kept = $derived(quota.used - quota.binned - quota.older);
</script>

<div class="text-sm">
  <p class="figures font-medium">{sizeText(quota.used)} of {sizeText(quota.most)} taken</p>
  <progress class="progress w-full progress-primary" value={quota.used} max={quota.most} aria-label="Your Shelf, taken"
  ></progress>
  <ul class="figures opacity-85">
    <li>{sizeText(kept)} in files as they are now</li>
    {#if quota.older > 0}<li>{sizeText(quota.older)} in older versions</li>{/if}
    {#if quota.binned > 0}<li>{sizeText(quota.binned)} in the bin</li>{/if}
  </ul>
</div>
