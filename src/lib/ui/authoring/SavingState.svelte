<script lang="ts">
  import { absolute } from '$core/time/words';
  import { getNow, getZone } from '$ui/time/reader';
  import type { Saving } from './self-saving.svelte';

  /** Whether all that is written is kept, always in sight. */
  const { saving, onkeepthis }: { saving: Saving; onkeepthis: () => void } = $props();
  const [zone, now] = [getZone(), getNow()];
</script>

<p class="text-sm" role="status">
  {#if saving.state === 'kept'}All of it is kept, {absolute(saving.at, zone(), Math.max(now(), saving.at))}. Students
    see nothing of it yet.
  {:else if saving.state === 'keeping'}Keeping what you wrote …
  {:else if saving.state === 'unreached'}The line is down: what you wrote last is on this page alone. It is kept as soon
    as the line is back.
  {:else if saving.state === 'elsewhere'}<b>{saving.problem}</b>
    <button type="button" class="link" onclick={onkeepthis}>Keep this one</button> or load the page again to go on with the
    other.
  {:else}It keeps itself while you write.{/if}
</p>
