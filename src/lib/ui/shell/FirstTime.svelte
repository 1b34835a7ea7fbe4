<script lang="ts">
  import { onMount, untrack, type Snippet } from 'svelte';
  import { EXPLAINED_COOKIE, explainedAlso, explainedIn, getExplained, isNew } from './explained';

  interface Props {
    /** Which part of the page this explains; once read, it stays away. */
    part: string;
    children: Snippet;
  }
  /**
   * One sentence for someone who sees a part for the first time. Afterwards it is out of the way. The server knows by a
   * cookie whether to draw it: a page that begins to be read does not move.
   */
  const { part, children }: Props = $props();
  const YEAR = 31_536_000;
  const told = getExplained();
  const kept = () => (typeof document === 'undefined' ? told() : explainedIn(document.cookie));
  const shown = untrack(() => isNew(kept(), part));

  onMount(() => {
    if (shown)
      document.cookie = `${EXPLAINED_COOKIE}=${explainedAlso(kept(), part)}; path=/; max-age=${YEAR}; samesite=lax`;
  });
</script>

{#if shown}<p class="mb-2 text-sm opacity-85">{@render children()}</p>{/if}
