<script lang="ts">
  import type { Snippet } from 'svelte';

  interface Props {
    label: string;
    /** What to write, for someone who sees it for the first time. */
    about?: string;
    /** What is wrong with what was written. */
    problem?: string | undefined;
    children: Snippet;
  }
  /** A field with its label, its explanation and what is wrong with it, all read out together. */
  const { label, about, problem, children }: Props = $props();
</script>

<label class="block min-w-0 text-sm">
  <span class="font-medium">{label}</span>{#if about}<span class="ml-2 opacity-80">{about}</span>{/if}
  <span class="mt-1 block text-base">{@render children()}</span>
  {#if problem}<span class="mt-1 block font-medium text-error" role="alert">{problem}</span>{/if}
</label>
