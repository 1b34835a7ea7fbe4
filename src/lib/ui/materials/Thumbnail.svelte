<script lang="ts">
  import { hears } from '$ui/primitives/hears';
  import { shapeAddress } from '$core/materials/source';

  /** A picture as a list shows it. Where none can be made, nothing stands in its place. */
  const { file }: { file: string } = $props();
  let there = $state(true);
</script>

{#if there}
  <img
    src={shapeAddress(file, 'thumbnail')}
    alt=""
    width="40"
    height="40"
    loading="lazy"
    class="size-10 shrink-0 rounded border border-base-300 object-cover"
    {@attach hears('error', () => (there = false))}
  />
{/if}
