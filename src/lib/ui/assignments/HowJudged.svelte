<script lang="ts">
  import { stageOf } from '$core/judging/stages';
  import { holdingWords } from '$core/packets/words';
  import { activitiesOf } from '$core/pieces/told-by-pages';
  import CreditTable from '$ui/judging/CreditTable.svelte';
  import StageTrack from '$ui/judging/StageTrack.svelte';
  import { getOwnWork } from '$ui/packets/own-work.svelte';

  /** Where work stands that is judged by more than one return: at which stage, or with what of its credits. */
  const work = getOwnWork();
  const { custody, holding, pieces, rounds, moves, credits } = $derived(work.packet);
  const { stages, settles } = $derived(custody.terms);
  const stage = $derived(stageOf(stages, custody.stage));
  /** What the packet claims; where it is empty by now, what the latest round did. */
  const activities = $derived.by(() => {
    const own = activitiesOf(pieces);
    return own.length > 0 ? own : activitiesOf(rounds[0]?.pieces ?? []);
  });
</script>

{#if settles === 'stages' && stage}
  <section id="track" aria-labelledby="track-title">
    <h2 id="track-title" class="mb-2 text-xl font-semibold">Where it is</h2>
    <StageTrack
      {stages}
      at={holding.standing === 'settled' ? null : stage.id}
      since={custody.stage?.since ?? custody.since}
      holder={holdingWords(holding)}
      {moves}
    />
  </section>
{:else if settles === 'credits'}
  <section id="credits" aria-labelledby="credits-title">
    <h2 id="credits-title" class="mb-2 text-xl font-semibold">Credits</h2>
    <CreditTable {activities} judged={credits} target={work.facts.creditTarget} unit={work.facts.creditUnit} />
  </section>
{/if}
