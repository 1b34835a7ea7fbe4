<script lang="ts">
  import ChangeMind from '$ui/packets/ChangeMind.svelte';
  import PacketPlaces from '$ui/packets/PacketPlaces.svelte';
  import TogetherPart from '$ui/packets/TogetherPart.svelte';
  import RoundNote from '$ui/packets/RoundNote.svelte';
  import WithoutPieces from '$ui/packets/WithoutPieces.svelte';
  import FirstTime from '$ui/shell/FirstTime.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import { getOwnWork } from '$ui/packets/own-work.svelte';

  /** The student's packet, with every way of filling it. `refused`: files that were not taken, each with its reason. */
  const { refused }: { refused: string[] } = $props();
  const work = getOwnWork();
  const { view, facts } = $derived(work);
  const { custody, holding, pieces } = $derived(work.packet);
</script>

<section id="packet" aria-labelledby="packet-title">
  <h2 id="packet-title" class="mb-1 text-xl font-semibold">Packet</h2>
  <FirstTime part="packet"
    >Put each piece in its place. Nothing leaves before you submit it at the foot of the page.</FirstTime
  >
  <TogetherPart
    assignmentId={facts.assignmentId}
    together={view.together}
    choosing={view.choosing}
    open={work.editable && custody.pieces > 0}
    points={facts.points}
  />
  <p class="mb-3 opacity-85">
    {#if facts.followsDrafts}
      Your teacher can look in while you work here. Looking in is not submitting: they have nothing until you submit.
    {:else if work.editable}
      {view.together
        ? 'Only your party sees this until one of you submits it.'
        : 'Only you see this until you submit it.'}
    {:else if holding.standing === 'sealed'}
      This is what is sealed. Break the seal at the foot of the page to change something.
    {:else if holding.holder === 'teacher'}
      This is what your teacher has.
    {:else}
      This is what the packet held.
    {/if}
  </p>
  {#each refused as words (words)}<Message kind="problem">{words}</Message>{/each}
  <PacketPlaces
    assignmentId={facts.assignmentId}
    deliverables={view.deliverables}
    {pieces}
    underWay={view.underWay}
    alsoOpen={facts.alsoOpen}
    editable={work.editable}
    formKey={view.key}
    largest={view.largestFile}
    ownSite={view.ownSite}
  />
  {#if work.editable && custody.pieces + work.coming.length > 0}
    <RoundNote assignmentId={facts.assignmentId} round={custody.rounds.length + 1} />
  {/if}
  {#if work.editable}<WithoutPieces {custody} formKey={view.key} />{/if}
  {#if holding.holder === 'teacher'}
    <div class="mt-4"><ChangeMind {custody} courseZone={facts.zone} formKey={view.key} /></div>
  {/if}
</section>
