<script lang="ts">
  import type { Snippet } from 'svelte';
  import Icon from '$ui/icons/Icon.svelte';

  /** What happened, said where it happened. `problem` is announced at once. */
  const { kind, children }: { kind: 'problem' | 'done'; children: Snippet } = $props();
</script>

<div
  role={kind === 'problem' ? 'alert' : 'status'}
  class="my-3 flex gap-3 rounded border-l-4 bg-base-100 p-3 {kind === 'problem' ? 'border-error' : 'border-success'}"
>
  {#if kind === 'problem'}
    <Icon name="triangle-alert" size={20} class="mt-0.5 text-error" />
  {:else}
    <Icon name="anchor" size={20} class="mt-0.5 text-success" />
  {/if}
  <div>{@render children()}</div>
</div>
