<script lang="ts">
  import { fileAddress } from '$core/materials/source';
  import type { Comparable } from '$core/rounds/comparable';
  import RoundAlone from '$ui/rounds/RoundAlone.svelte';

  const { data } = $props();

  async function read(pieceId: string): Promise<Comparable> {
    const answer = await fetch(`${fileAddress('submitted', pieceId)}/comparable`);
    if (!answer.ok) throw new Error('The piece could not be read.');
    return (await answer.json()) as Comparable;
  }
</script>

<svelte:head><title>Round {data.page.round.no}: {data.page.facts.title} · Vendro</title></svelte:head>
<RoundAlone page={data.page} {read} />
