<script lang="ts">
  import { onMount } from 'svelte';
  import { reachJson } from '$ui/forms/reach-json';

  interface Props {
    packetId: string;
    /** Who had it before them when the page was read. */
    others: readonly string[];
  }
  /** Who else has this work before them. A page that nobody touches says nothing and asks nothing. */
  const { packetId, others }: Props = $props();
  const EVERY = 30_000;
  const SOON = 1500;
  /** What was told last: by the page as it was read, or by an answer since. */
  let shown = $derived(others);
  onMount(() => {
    let touched = true;
    const touch = () => (touched = true);
    async function say() {
      if (!touched || document.hidden) return;
      touched = false;
      const { told } = await reachJson<{ others: string[] }>(`/marking/${packetId}/presence`, {});
      if (told) shown = told.others;
    }
    // Whoever only leafs on is not at it.
    const first = setTimeout(() => void say(), SOON);
    const timer = setInterval(() => void say(), EVERY);
    addEventListener('pointermove', touch, { passive: true });
    addEventListener('keydown', touch);
    return () => {
      clearTimeout(first);
      clearInterval(timer);
      removeEventListener('pointermove', touch);
      removeEventListener('keydown', touch);
    };
  });
</script>

{#if shown.length > 0}
  <p class="mb-4 rounded border border-l-4 border-base-300 border-l-warning bg-base-100 px-4 py-2" role="status">
    {shown.join(', ')}
    {shown.length === 1 ? 'has' : 'have'} this open too. What either of you returns is never written over: the other is told
    first.
  </p>
{/if}
