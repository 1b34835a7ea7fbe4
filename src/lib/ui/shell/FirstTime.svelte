<script lang="ts">
  import { onMount, type Snippet } from 'svelte';

  interface Props {
    /** Which part of the page this explains; once read, it stays away. */
    part: string;
    children: Snippet;
  }
  /** One sentence for someone who sees a part for the first time. Afterwards it is out of the way. */
  const { part, children }: Props = $props();

  const KEY = 'vendro-explained';
  const MOST_TIMES = 2;
  let shown = $state(false);

  onMount(() => {
    const times = read();
    const seen = times[part] ?? 0;
    shown = seen < MOST_TIMES;
    if (shown) localStorage.setItem(KEY, JSON.stringify({ ...times, [part]: seen + 1 }));
  });

  function read(): Record<string, number> {
    try {
      return JSON.parse(localStorage.getItem(KEY) ?? '{}') as Record<string, number>;
    } catch {
      return {};
    }
  }
</script>

{#if shown}<p class="mb-2 text-sm opacity-85">{@render children()}</p>{/if}
