<script lang="ts">
  import type { Snippet } from 'svelte';
  import { Anchor, TriangleAlert } from '@lucide/svelte';

  /** What happened, said where it happened. `problem` is announced at once. */
  const { kind, children }: { kind: 'problem' | 'done'; children: Snippet } = $props();
</script>

<div
  role={kind === 'problem' ? 'alert' : 'status'}
  class="my-3 flex gap-3 rounded border-l-4 bg-base-100 p-3 {kind === 'problem' ? 'border-error' : 'border-success'}"
>
  {#if kind === 'problem'}
    <TriangleAlert size={20} strokeWidth={1.75} class="mt-0.5 shrink-0 text-error" aria-hidden="true" />
  {:else}
    <Anchor size={20} strokeWidth={1.75} class="mt-0.5 shrink-0 text-success" aria-hidden="true" />
  {/if}
  <div>{@render children()}</div>
</div>
