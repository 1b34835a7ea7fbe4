<script lang="ts">
  import { toTheSecond } from '$core/time/words';
  import { getZone } from '$ui/time/reader';
  import type { Saving } from './saving';

  /** Whether all that was written or answered is at the server, in words that never leave it open. */
  const { saving }: { saving: Saving } = $props();
  const zone = getZone();
</script>

<p role="status" class="text-sm">
  {#if saving.state === 'opening'}Being opened …
  {:else if saving.state === 'keeping'}Being kept …
  {:else if saving.state === 'unreached'}Kept on this device. It goes on its way when the line is back.
  {:else if saving.state === 'too-long'}It is too long to be kept but on this device: divide it into two pages.
  {:else if saving.state === 'here'}All of it is here{#if saving.at !== null}, {toTheSecond(
        saving.at,
        zone()
      )}{/if}{/if}
</p>
