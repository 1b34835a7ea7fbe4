<script lang="ts">
  /** A picture as a list shows it. Where none can be made, nothing stands in its place. */
  const { address }: { address: string } = $props();
  let there = $state(true);
</script>

{#if there}
  <img
    src="{address}/thumb"
    alt=""
    width="40"
    height="40"
    loading="lazy"
    class="size-10 shrink-0 rounded border border-base-300 object-cover"
    onerror={() => (there = false)}
  />
{/if}
