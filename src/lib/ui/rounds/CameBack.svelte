<script lang="ts">
  import { countedPoints, pointsText } from '$core/grades/points';
  import type { TrackMove } from '$core/packets/track-moves';
  import type { MarkView, RoundView } from '$core/packets/views';
  import JudgedRows from './JudgedRows.svelte';
  import LateCost from './LateCost.svelte';
  import ReturnedRemarks from './ReturnedRemarks.svelte';
  import When from '$ui/time/When.svelte';

  interface Props {
    marks: readonly MarkView[];
    points: number | null;
    /** What was remarked on each round. */
    rounds?: ReadonlyArray<Pick<RoundView, 'no' | 'remarks' | 'pieces' | 'judged'>>;
    /** The student works on another round: its remarks are what to do. */
    working?: boolean;
    /** How it came to its stage, where it passes stages. */
    moves?: readonly TrackMove[];
  }
  const { marks, points, rounds = [], working = false, moves = [] }: Props = $props();
  function heading(mark: MarkView) {
    const move = moves.find(({ at }) => at === mark.at);
    if (move?.to) return move.back ? `Back to “${move.to}”` : `Passed on to “${move.to}”`;
    if (mark.outcome === 'another-round')
      return mark.round === null ? 'In person: something is missing' : 'Another round is asked';
    return mark.round === null ? 'Accepted in person' : 'Settled';
  }
</script>

{#each marks as mark, i (`${mark.at} ${i}`)}
  <article
    class="mb-3 rounded border border-l-4 border-base-300 bg-base-100 p-4 {mark.outcome === 'settled'
      ? 'border-l-success'
      : 'border-l-accent'} {i > 0 ? 'opacity-90' : ''}"
  >
    <div class="flex flex-wrap items-baseline gap-x-4">
      <h3 class="text-lg font-semibold">
        {heading(mark)}{#if mark.round !== null}, round {mark.round}{/if}
      </h3>
      <p class="ml-auto text-sm opacity-85">{mark.by}, <When moment={mark.at} /></p>
    </div>
    {#if mark.points !== null && points !== null}
      <p class="figures mt-1">
        <span class="font-display text-3xl font-semibold">{pointsText(countedPoints(mark.points, mark.kept))}</span>
        of {pointsText(points)} points
      </p>
      {#if mark.lateKept < 1}<LateCost {mark} given={mark.points} />{/if}
    {/if}
    {#if mark.otherwise}<p class="mt-1 max-w-prose text-sm">
        Other points than the rubric adds up to: {mark.otherwise}
      </p>{/if}
    {#if mark.remark}<p class="mt-2 max-w-prose whitespace-pre-line">{mark.remark}</p>{/if}
    {#each rounds.filter(({ no }) => no === mark.round) as { no, remarks, pieces, judged } (no)}
      <JudgedRows {judged} />
      <ReturnedRemarks {remarks} {pieces} list={working && i === 0 && mark.outcome === 'another-round'} />
    {/each}
  </article>
{/each}
