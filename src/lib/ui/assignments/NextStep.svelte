<script lang="ts">
  import { getOwnWork } from '$ui/packets/own-work.svelte';
  import { absolute } from '$core/time/words';
  import { getZone } from '$ui/time/reader';

  /** After a return: what there is to do now. */
  const work = getOwnWork();
  const zone = getZone();
  const { custody, holding, now } = $derived(work.packet);
  const due = $derived(custody.terms.due);
</script>

{#if holding.standing === 'another-round' && holding.at?.moved === 'on'}
  <p class="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
    <span class="font-semibold">It passed. Next comes “{holding.at.title}”.</span>
    <a class="btn btn-sm" href="#track">What that takes</a>
  </p>
{:else if holding.standing === 'another-round'}
  <p class="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
    <span class="font-semibold">
      Next: submit round {custody.rounds.length + 1}{#if due !== null && due >= now}, by {absolute(
          due,
          zone(),
          now
        )}{/if}.
    </span>
    <a class="btn btn-sm" href="#packet">Go on in the packet</a>
  </p>
{:else if holding.standing === 'settled'}
  <p class="mb-3">This is settled. Nothing more is asked of you here.</p>
{/if}
