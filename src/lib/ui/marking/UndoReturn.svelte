<script lang="ts">
  import { onMount } from 'svelte';
  import { act } from '$ui/forms/act';
  import { getNow } from '$ui/time/reader';

  /** What was returned just now, with the way back while there is one. */
  const { returned }: { returned: { packetId: string; student: string; until: number } } = $props();
  const now = $derived.by(getNow());
  let over = $state(false);
  onMount(() => {
    const timer = setTimeout(() => (over = true), Math.max(0, returned.until - now));
    return () => clearTimeout(timer);
  });
</script>

<form
  method="post"
  action="/marking/{returned.packetId}?/undo"
  use:act
  class="mb-4 flex flex-wrap items-center gap-3 rounded border border-l-4 border-base-300 border-l-success bg-base-100 px-4 py-2"
>
  <p role="status">Returned to {returned.student}.</p>
  {#if !over}<button class="btn btn-sm">Undo it, within a minute</button>{/if}
</form>
