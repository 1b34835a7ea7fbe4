<script lang="ts">
  import type { Snippet } from 'svelte';

  /** Where nothing is: why that is, and what to do about it. */
  const { children }: { children: Snippet } = $props();
</script>

<div class="rounded bg-base-100 p-6 sm:p-8">{@render children()}</div>
