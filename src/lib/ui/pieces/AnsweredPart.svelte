<script lang="ts">
  import { promptName } from '$core/pages/prompt-name';
  import type { BlobFacts } from '$core/materials/blob-facts';

  /** How much of what a starter asks is answered, and what is open. */
  const { facts }: { facts: BlobFacts | null } = $props();
  const asked = $derived((facts?.prompts ?? []).filter(({ optional }) => !optional));
  const open = $derived(asked.filter(({ answered }) => !answered));
</script>

{#if asked.length > 0}
  <p class="pl-8 text-sm">
    <b>{asked.length - open.length} of {asked.length} answered</b>{#if open.length > 0}; open: {open
        .slice(0, 3)
        .map(({ label }) => promptName(label))
        .join(' · ')}{#if open.length > 3}
        and {open.length - 3} more{/if}{/if}
  </p>
{/if}
