<script lang="ts">
  import { MOST_READ } from '$core/peers/hand-out';
  import type { PeerReading } from '$core/peers/views';

  /** Whether students read each other's works, and how. */
  let { peers = $bindable() }: { peers: PeerReading | null } = $props();
</script>

<fieldset class="grid gap-2 rounded border border-base-300 p-4">
  <legend class="px-1 font-semibold">Read by classmates</legend>
  <label class="flex items-start gap-2"
    ><input
      type="checkbox"
      class="checkbox checkbox-sm"
      checked={peers !== null}
      onchange={(event) => (peers = event.currentTarget.checked ? { count: 2, nameless: true } : null)}
    />
    <span
      >Students read works of each other
      <span class="block text-sm opacity-85"
        >You hand them out once they have come, and show what was said when you want to.</span
      ></span
    ></label
  >
  {#if peers}
    <div class="flex flex-wrap items-end gap-4">
      <label class="text-sm"
        >Works for each
        <input
          class="figures input block w-20 input-sm"
          type="number"
          min="1"
          max={MOST_READ}
          bind:value={peers.count}
        /></label
      >
      <label class="flex items-center gap-2"
        ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={peers.nameless} /> Without names, either way</label
      >
    </div>
  {/if}
</fieldset>
